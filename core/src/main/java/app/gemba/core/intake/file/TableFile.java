package app.gemba.core.intake.file;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * A table that has been looked at once (by {@link FileLook}) and is read row by row. Formats other
 * than text are unpacked beside the file, so that every later walk is one through text.
 *
 * @param path the text that is read
 * @param shape how the file is read
 * @param headers names of the columns, each different, "Column 3" where the file gives none
 * @param sheets the sheets of a workbook
 * @param rows rows of data, a broken one included
 * @param cutOffAt line of the last row where the file ends inside a quote
 */
public record TableFile(
    Path path,
    FileShape shape,
    List<String> headers,
    List<String> sheets,
    long rows,
    OptionalLong cutOffAt) {
  /** Larger files are refused. */
  public static final long LARGEST_BYTES = 200L * 1024 * 1024;

  public TableFile {
    headers = List.copyOf(headers);
    sheets = List.copyOf(sheets);
  }

  /**
   * One row of data.
   *
   * @param number from 1, without titles and header
   * @param cutOff whether the file ends inside this row
   */
  public record Row(long number, List<String> cells, boolean cutOff) {
    /** A cell without the blanks around it; blank where the row is too short. */
    public String cell(int column) {
      return column < cells.size() ? cells.get(column).strip() : "";
    }
  }

  /** Takes each row; says whether to go on. */
  public interface RowConsumer {
    /** Returns whether to go on to the next row. */
    boolean take(Row row) throws IOException;
  }

  /** Reads the rows in order; rows without any content are passed over and not counted. */
  public void forEachRow(RowConsumer consumer) throws IOException {
    int above = shape.titleRows() + (shape.hasHeader() ? 1 : 0);
    forEachFilled(
        (number, row) ->
            number <= above || consumer.take(new Row(number - above, row.cells(), row.cutOff())));
  }

  /** One row by its number. */
  public Optional<Row> row(long number) throws IOException {
    List<Row> found = new ArrayList<>(1);
    forEachRow(
        row -> {
          if (row.number() == number) {
            found.add(row);
          }
          return row.number() < number;
        });
    return found.stream().findFirst();
  }

  /** Rows from all over the file, evenly spread, and not many more than asked for. */
  public List<List<String>> sample(int about) throws IOException {
    long every = Math.max(1, rows / about);
    List<List<String>> sample = new ArrayList<>();
    forEachRow(
        row -> {
          if (row.number() % every == 0 && !row.cutOff()) {
            sample.add(row.cells());
          }
          return true;
        });
    return sample;
  }

  /** Takes filled rows with titles and header, numbered from 1. */
  interface FilledConsumer {
    boolean take(long number, Row row) throws IOException;
  }

  void forEachFilled(FilledConsumer consumer) throws IOException {
    long number = 0;
    try (Reader reader = afterSeparatorLine(reader(path, textCharset()), textSeparator());
        CsvReader<CsvRecord> records = csv(textSeparator()).ofCsvRecord(reader)) {
      for (CsvRecord record : records) {
        List<String> cells = record.getFields();
        if (isBlank(cells)) {
          continue;
        }
        number++;
        boolean cutOff =
            cutOffAt.isPresent() && record.getStartingLineNumber() >= cutOffAt.getAsLong();
        if (!consumer.take(number, new Row(number, cells, cutOff))) {
          return;
        }
      }
    } catch (CsvParseException e) {
      if (cutOffAt.isPresent()) {
        // The open quote swallowed more than a field may hold.
        consumer.take(number + 1, new Row(number + 1, List.of(), true));
        return;
      }
      throw new IOException("row " + (number + 1) + " cannot be read: " + e.getMessage(), e);
    }
  }

  private String textCharset() {
    return shape.format() == FileFormat.DELIMITED ? shape.charset() : "UTF-8";
  }

  private char textSeparator() {
    return shape.format() == FileFormat.DELIMITED ? shape.separator() : ',';
  }

  private static boolean isBlank(List<String> cells) {
    for (String cell : cells) {
      if (!cell.isBlank()) {
        return false;
      }
    }
    return true;
  }

  /**
   * Text behind a closing quote breaks RFC 4180 and is common in files; one cell is no reason to
   * stop.
   */
  @SuppressWarnings(
      "removal") // Deprecated for being against the standard; nothing else reads these.
  static CsvReader.CsvReaderBuilder csv(char separator) {
    return CsvReader.builder()
        .fieldSeparator(separator)
        .detectBomHeader(false)
        .allowExtraCharsAfterClosingQuote(true)
        .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
        .extraFieldStrategy(FieldMismatchStrategy.IGNORE);
  }

  /** A text without its byte-order mark, zero characters and old end-of-file marks. */
  static Reader reader(Path file, String charset) throws IOException {
    BufferedReader reader =
        new BufferedReader(
            new PlainCharacters(
                new InputStreamReader(
                    Files.newInputStream(file),
                    Charset.forName(charset)
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPLACE)
                        .onUnmappableCharacter(CodingErrorAction.REPLACE))),
            1 << 16);
    reader.mark(1);
    if (reader.read() != '\uFEFF') {
      reader.reset();
    }
    return reader;
  }

  /** Spreadsheets may say their separator in a first line of its own, {@code sep=;}. */
  static Reader afterSeparatorLine(Reader reader, char separator) throws IOException {
    char[] line = new char[7];
    reader.mark(line.length);
    int read = reader.read(line);
    String text = new String(line, 0, Math.max(read, 0));
    String mark = "sep=" + separator;
    if (text.regionMatches(true, 0, mark, 0, mark.length())
        && text.substring(mark.length()).matches("(?s)(\r\n|\r|\n).*")) {
      reader.reset();
      int length = mark.length() + (text.startsWith("\r\n", mark.length()) ? 2 : 1);
      for (int i = 0; i < length; i++) {
        reader.read();
      }
    } else {
      reader.reset();
    }
    return reader;
  }
}
