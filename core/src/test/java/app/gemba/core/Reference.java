package app.gemba.core;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.util.List;

/** The reference data of the tests; where it comes from stands in its README. */
public final class Reference {
  private Reference() {}

  public static Path file(String name) {
    try {
      return Path.of(Reference.class.getResource("/reference/" + name).toURI());
    } catch (URISyntaxException e) {
      throw new IllegalStateException(e);
    }
  }

  public static List<NamedCsvRecord> rows(String name) {
    try (CsvReader<NamedCsvRecord> reader = CsvReader.builder().ofNamedCsvRecord(file(name))) {
      return reader.stream().toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
