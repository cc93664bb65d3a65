package app.gemba.core.consent;

import app.gemba.core.phone.PhoneNumber;
import java.util.Optional;

/**
 * What is known about a contact at the moment of a verdict.
 *
 * @param number the number that would be used; empty where the contact has none
 * @param earlierInAudience whether the same number already belongs to somebody in the audience
 * @param suppressed whether a suppression covers the number on this channel and purpose
 * @param agreement the last word on this channel and purpose
 */
public record Standing(
    Optional<PhoneNumber> number,
    boolean earlierInAudience,
    boolean suppressed,
    Agreement agreement) {}
