package app.gemba.engine.desk;

import java.util.Optional;

/**
 * What an agent has chosen for as long as they sit.
 *
 * @param campaignId the campaign whose people they call
 * @param callerNumber the number that their calls come from, in E.164
 * @param soundId the sound that machines get; empty for the campaign's own words
 */
public record Sitting(long campaignId, String callerNumber, Optional<Long> soundId) {}
