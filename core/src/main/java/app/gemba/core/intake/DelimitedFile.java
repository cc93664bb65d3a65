package app.gemba.core.intake;

import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * A table in text form (RFC 4180, UTF-8), opened once to see its shape and read row by row.
 *
 * @param headers names of the columns, each different, "Column 3" where the file gives none
 * @param hasHeader whether the first row is the header
 * @param rows rows of data, the broken one included
 * @param cutOffAt line of the last row where the file ends inside a quote
 */
public record DelimitedFile(
    Path path,
    char separator,
    List<String> headers,
    boolean hasHeader,
    long rows,
    OptionalLong cutOffAt) {
  /** Larger files are refused. */
  public static final long LARGEST_BYTES = 50L * 1024 * 1024;

  private static final int LONGEST_HEADER = 80;

  public DelimitedFile {
    headers = List.copyOf(headers);
  }

  /**
   * One row of data.
   *
   * @param number from 1, without the header
   * @param cutOff whether the file ends inside this row
   */
  public record Row(long number, List<String> cells, boolean cutOff) {}

  /** Takes each row; says whether to go on. */
  public interface RowConsumer {
    /** Returns whether to go on to the next row. */
    boolean take(Row row) throws IOException;
  }

  /**
   * Looks at a file.
   *
   * @throws UnreadableFile where it is empty, has no rows, or is no text in UTF-8
   */
  public static DelimitedFile open(Path file, PhoneReader phones, String defaultRegion)
      throws IOException, UnreadableFile {
    return open(file, phones, defaultRegion, Optional.empty());
  }

  /**
   * Looks at a file of which it may be known whether its first row is a header.
   *
   * @throws UnreadableFile where it is empty, has no rows, or is no text in UTF-8
   */
  public static DelimitedFile open(
      Path file, PhoneReader phones, String defaultRegion, Optional<Boolean> header)
      throws IOException, UnreadableFile {
    if (Files.size(file) > LARGEST_BYTES) {
      throw new UnreadableFile(
          "This file is larger than 50 MB. Nothing was imported. Split it and import the parts.");
    }
    FileKind.requireText(file);
    char separator = separatorOf(file);
    OptionalLong cutOffAt;
    try (Reader reader = reader(file)) {
      cutOffAt = OpenQuote.lineOfOpenRow(reader, separator);
    }
    List<List<String>> first = new ArrayList<>();
    long[] count = {0};
    int[] width = {0};
    DelimitedFile bare = new DelimitedFile(file, separator, List.of(), false, 0, cutOffAt);
    bare.forEachRow(
        row -> {
          if (first.isEmpty()) {
            first.add(row.cells());
          }
          count[0]++;
          width[0] = Math.max(width[0], row.cells().size());
          return true;
        });
    if (first.isEmpty()) {
      throw new UnreadableFile("This file is empty. Nothing was imported.");
    }
    boolean hasHeader =
        header.orElseGet(() -> looksLikeHeader(first.get(0), phones, defaultRegion));
    long rows = hasHeader ? count[0] - 1 : count[0];
    if (rows == 0) {
      throw new UnreadableFile(
          "This file has a header and no rows below it. Nothing was imported.");
    }
    List<String> names = hasHeader ? first.get(0) : List.of();
    return new DelimitedFile(file, separator, headers(names, width[0]), hasHeader, rows, cutOffAt);
  }

  /** Reads the rows in order; rows without any content are passed over and not counted. */
  public void forEachRow(RowConsumer consumer) throws IOException {
    boolean headerToSkip = hasHeader;
    long number = 0;
    try (Reader reader = reader(path);
        CsvReader<CsvRecord> records =
            CsvReader.builder()
                .fieldSeparator(separator)
                .detectBomHeader(false)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofCsvRecord(reader)) {
      for (CsvRecord record : records) {
        List<String> cells = record.getFields();
        if (cells.stream().allMatch(String::isBlank)) {
          continue;
        }
        if (headerToSkip) {
          headerToSkip = false;
          continue;
        }
        number++;
        boolean cutOff =
            cutOffAt.isPresent() && record.getStartingLineNumber() >= cutOffAt.getAsLong();
        if (!consumer.take(new Row(number, List.copyOf(cells), cutOff))) {
          return;
        }
      }
    } catch (CsvParseException e) {
      if (cutOffAt.isPresent()) {
        // The open quote swallowed more than a field may hold.
        consumer.take(new Row(number + 1, List.of(), true));
        return;
      }
      throw new IOException("row " + (number + 1) + " cannot be read: " + e.getMessage(), e);
    }
  }

  private static Reader reader(Path file) throws IOException {
    BufferedReader reader =
        new BufferedReader(
            new InputStreamReader(Files.newInputStream(file), StandardCharsets.UTF_8), 1 << 16);
    reader.mark(1);
    if (reader.read() != '\uFEFF') {
      reader.reset();
    }
    return reader;
  }

  private static char separatorOf(Path file) throws IOException {
    String line;
    try (BufferedReader reader = new BufferedReader(reader(file))) {
      line = reader.readLine();
    }
    if (line == null) {
      return ',';
    }
    char best = ',';
    for (char candidate : new char[] {',', ';', '\t'}) {
      if (count(line, candidate) > count(line, best)) {
        best = candidate;
      }
    }
    return best;
  }

  private static long count(String line, char wanted) {
    return line.chars().filter(c -> c == wanted).count();
  }

  private static boolean looksLikeHeader(
      List<String> first, PhoneReader phones, String defaultRegion) {
    return first.stream()
        .noneMatch(
            cell ->
                cell.contains("@")
                    || phones.read(cell, defaultRegion) instanceof PhoneReading.Numbers);
  }

  private static List<String> headers(List<String> names, int width) {
    List<String> headers = new ArrayList<>();
    Map<String, Integer> seen = new HashMap<>();
    for (int i = 0; i < width; i++) {
      String name = i < names.size() ? names.get(i).strip().replaceAll("\\s+", " ") : "";
      if (name.length() > LONGEST_HEADER) {
        name = name.substring(0, LONGEST_HEADER);
      }
      name = name.isEmpty() ? "Column " + (i + 1) : name;
      int times = seen.merge(ColumnPlan.fieldKey(name), 1, Integer::sum);
      headers.add(times == 1 ? name : name + " (" + times + ")");
    }
    return headers;
  }
}
