package app.gemba.core.campaign;

import app.gemba.core.consent.Standing;
import java.util.Map;

/**
 * One person of an audience whose turn may have come, with what is known of them now.
 *
 * @param position the person's place in the campaign's audience
 * @param fields merge fields by name
 */
public record Candidate(long position, Standing standing, Map<String, String> fields) {}
