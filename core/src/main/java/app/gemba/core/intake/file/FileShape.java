package app.gemba.core.intake.file;

/**
 * How a file is read. Each part is found by looking at the file, and each may be chosen otherwise.
 *
 * @param charset name of the encoding of a text; "UTF-8" where the format brings its own
 * @param separator between the cells of a text
 * @param sheet the sheet of a workbook; blank for other formats
 * @param titleRows filled rows above the header, or above the rows where there is no header
 * @param hasHeader whether the row below the titles names the columns
 */
public record FileShape(
    FileFormat format,
    String charset,
    char separator,
    String sheet,
    int titleRows,
    boolean hasHeader) {}
