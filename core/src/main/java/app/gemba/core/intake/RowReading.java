package app.gemba.core.intake;

import java.util.List;
import java.util.Optional;

/**
 * What one row comes to.
 *
 * @param draft what it says about a person
 * @param unlessKnown why the row is rejected unless it is about somebody already known; empty where
 *     it has a usable number
 * @param notes what is to be said about its cells
 */
public record RowReading(
    PersonDraft draft, Optional<RejectReason> unlessKnown, List<CellNote> notes) {}
