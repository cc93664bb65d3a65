package app.gemba.core.intake;

/**
 * What is to be said about one cell of a row.
 *
 * @param column position in the file, from 0
 * @param wrong whether the cell cannot be used as what its column becomes; else it is only worth a
 *     look
 */
public record CellNote(int column, boolean wrong, String why) {}
