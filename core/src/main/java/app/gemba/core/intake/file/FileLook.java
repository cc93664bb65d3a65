package app.gemba.core.intake.file;

import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/** Looks at a file once and finds how it is read. */
public final class FileLook {
  private static final String TOO_LARGE =
      "This file is larger than 200 MB. Nothing was imported. Split it and import the parts.";
  private static final double MIXED = 0.2;

  private final PhoneReader phones;
  private final String region;

  /** For files whose numbers without a country are of a region (ISO 3166-1). */
  public FileLook(PhoneReader phones, String region) {
    this.phones = phones;
    this.region = region;
  }

  /** What is offered as the encoding of a text, most likely first. */
  public static List<String> charsets() {
    return CharsetFinder.OFFERED;
  }

  /**
   * Looks at a file of which nothing is known.
   *
   * @throws UnreadableFile where it is empty, has no rows, or is no table
   */
  public static TableFile at(Path file, PhoneReader phones, String region)
      throws IOException, UnreadableFile {
    return new FileLook(phones, region).look(file, ShapeWishes.NONE);
  }

  /**
   * Looks at a file.
   *
   * @throws UnreadableFile where it is empty, has no rows, or is no table
   */
  public TableFile look(Path file, ShapeWishes wishes) throws IOException, UnreadableFile {
    if (Files.size(file) > TableFile.LARGEST_BYTES) {
      throw new UnreadableFile(TOO_LARGE);
    }
    FileFormat format = wishes.format().isPresent() ? wishes.format().get() : FileKind.of(file);
    return switch (format) {
      case DELIMITED -> text(file, wishes);
      case LINES -> lines(file, wishes);
      case WORKBOOK, OLD_WORKBOOK -> workbook(file, format, wishes);
      case CARDS ->
          unpacked(
              file, new CardRows(file), shape(format, "UTF-8", "", 0, true), List.of(), wishes);
    };
  }

  private TableFile text(Path file, ShapeWishes wishes) throws IOException, UnreadableFile {
    String charset =
        wishes.charset().isPresent() ? wishes.charset().get() : CharsetFinder.find(file);
    Optional<Character> separator = wishes.separator().or(() -> separatorLine(file, charset));
    if (separator.isEmpty()) {
      separator = SeparatorFinder.find(() -> TableFile.reader(file, charset));
    }
    if (separator.isEmpty() && wishes.format().isEmpty() && isMixedLines(file, charset)) {
      return lines(file, wishes);
    }
    char between = separator.orElse(',');
    OptionalLong cutOffAt;
    try (Reader reader = TableFile.reader(file, charset)) {
      cutOffAt = OpenQuote.lineOfOpenRow(reader, between);
    }
    FileShape bare = new FileShape(FileFormat.DELIMITED, charset, between, "", 0, false);
    return measured(new TableFile(file, bare, List.of(), List.of(), 0, cutOffAt), wishes);
  }

  private static Optional<Character> separatorLine(Path file, String charset) {
    try (Reader reader = TableFile.reader(file, charset)) {
      char[] line = new char[6];
      int read = reader.read(line);
      boolean says =
          read >= 5
              && new String(line).toLowerCase(java.util.Locale.ROOT).startsWith("sep=")
              && (read == 5 || line[5] == '\r' || line[5] == '\n');
      return says ? Optional.of(line[4]) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Whether lines hold names beside numbers with nothing regular between them. */
  private boolean isMixedLines(Path file, String charset) throws IOException {
    int[] seen = {0, 0};
    new LineRows(file, charset)
        .forEach(
            row -> {
              seen[0]++;
              boolean both = !row.get(1).isEmpty() && isNumber(row.get(0));
              seen[1] += both ? 1 : 0;
            });
    return seen[0] > 1 && (double) seen[1] / (seen[0] - 1) >= MIXED;
  }

  private TableFile lines(Path file, ShapeWishes wishes) throws IOException, UnreadableFile {
    String charset =
        wishes.charset().isPresent() ? wishes.charset().get() : CharsetFinder.find(file);
    FileShape shape = shape(FileFormat.LINES, charset, "", 0, true);
    return unpacked(file, new LineRows(file, charset), shape, List.of(), wishes);
  }

  private TableFile workbook(Path file, FileFormat format, ShapeWishes wishes)
      throws IOException, UnreadableFile {
    List<String> sheets =
        format == FileFormat.WORKBOOK ? WorkbookRows.sheets(file) : OldWorkbookRows.sheets(file);
    if (wishes.sheet().isPresent() || sheets.size() == 1) {
      return sheet(file, format, sheets, wishes.sheet().orElse(sheets.get(0)), wishes);
    }
    // The sheet with the most cells is the list; a title page is not.
    String most = "";
    long mostCells = -1;
    for (String sheet : sheets) {
      long[] cells = {0};
      rows(file, format, sheet)
          .forEach(row -> cells[0] += row.stream().filter(cell -> !cell.isBlank()).count());
      if (cells[0] > mostCells) {
        most = sheet;
        mostCells = cells[0];
      }
    }
    return sheet(file, format, sheets, most, wishes);
  }

  private TableFile sheet(
      Path file, FileFormat format, List<String> sheets, String sheet, ShapeWishes wishes)
      throws IOException, UnreadableFile {
    FileShape shape = shape(format, "UTF-8", sheet, 0, false);
    return unpacked(file, rows(file, format, sheet), shape, sheets, wishes);
  }

  private static RowSource rows(Path file, FileFormat format, String sheet) {
    return format == FileFormat.WORKBOOK
        ? new WorkbookRows(file, sheet)
        : new OldWorkbookRows(file, sheet);
  }

  private static FileShape shape(
      FileFormat format, String charset, String sheet, int titleRows, boolean hasHeader) {
    return new FileShape(format, charset, ',', sheet, titleRows, hasHeader);
  }

  private TableFile unpacked(
      Path file, RowSource source, FileShape shape, List<String> sheets, ShapeWishes wishes)
      throws IOException, UnreadableFile {
    Path text = file.resolveSibling(file.getFileName() + ".rows");
    try (CsvWriter writer = CsvWriter.builder().build(text, StandardCharsets.UTF_8)) {
      source.forEach(writer::writeRecord);
    }
    boolean own = shape.hasHeader();
    ShapeWishes known = own ? ShapeWishes.header(true) : wishes;
    return measured(new TableFile(text, shape, List.of(), sheets, 0, OptionalLong.empty()), known);
  }

  private TableFile measured(TableFile bare, ShapeWishes wishes)
      throws IOException, UnreadableFile {
    Top top = new Top(this::isNumber);
    bare.forEachFilled((number, row) -> top.add(number, row.cells()));
    if (top.rows() == 0) {
      throw new UnreadableFile("This file is empty. Nothing was imported.");
    }
    int titles = Math.min(wishes.titleRows().orElseGet(top::titleRows), (int) top.rows() - 1);
    boolean hasHeader = wishes.hasHeader().orElseGet(() -> top.isHeader(titles));
    long rows = top.rows() - titles - (hasHeader ? 1 : 0);
    if (rows == 0) {
      throw new UnreadableFile(
          "This file has a header and no rows below it. Nothing was imported.");
    }
    FileShape is = bare.shape();
    FileShape shape =
        new FileShape(is.format(), is.charset(), is.separator(), is.sheet(), titles, hasHeader);
    return new TableFile(
        bare.path(),
        shape,
        Headers.of(hasHeader ? top.row(titles) : List.of(), top.width(titles, hasHeader)),
        bare.sheets(),
        rows,
        bare.cutOffAt());
  }

  private boolean isNumber(String cell) {
    return phones.read(cell, region) instanceof PhoneReading.Numbers;
  }
}
