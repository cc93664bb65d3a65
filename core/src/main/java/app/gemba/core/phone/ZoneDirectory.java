package app.gemba.core.phone;

import com.google.i18n.phonenumbers.PhoneNumberToTimeZonesMapper;
import com.google.i18n.phonenumbers.Phonenumber;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Every time zone a number could be in: the library's answer, widened by our own table where an
 * area code lies in several zones or the library names the wrong one.
 */
final class ZoneDirectory {
  private static final String TABLE = "/app/gemba/core/phone/zones-by-prefix.csv";
  private static final int LONGEST_PREFIX = 6;

  private final PhoneNumberToTimeZonesMapper library = PhoneNumberToTimeZonesMapper.getInstance();
  private static final int NORTH_AMERICA = 1;

  /** Plus, country code, area code and exchange. */
  private static final int EXCHANGE = 8;

  private final Map<String, Set<ZoneId>> byExchange = Collections.synchronizedMap(new HashMap<>());
  private final Map<String, Set<ZoneId>> byPrefix;

  private ZoneDirectory(Map<String, Set<ZoneId>> byPrefix) {
    this.byPrefix = Map.copyOf(byPrefix);
  }

  static ZoneDirectory shipped() {
    Map<String, Set<ZoneId>> table = new HashMap<>();
    try (var stream = ZoneDirectory.class.getResourceAsStream(TABLE);
        var reader = new InputStreamReader(stream, StandardCharsets.UTF_8);
        CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(reader)) {
      for (NamedCsvRecord row : rows) {
        table.put(row.getField("prefix"), zones(row.getField("zones")));
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the table of zones cannot be read", e);
    }
    return new ZoneDirectory(table);
  }

  Set<ZoneId> of(Phonenumber.PhoneNumber number, String e164) {
    for (int length = Math.min(LONGEST_PREFIX, e164.length()); length > 1; length--) {
      Set<ZoneId> own = byPrefix.get(e164.substring(0, length));
      if (own != null) {
        return own;
      }
    }
    if (number.getCountryCode() == NORTH_AMERICA && e164.length() > EXCHANGE) {
      // All numbers of an exchange are in the same zones, and most files are of few exchanges.
      return byExchange.computeIfAbsent(e164.substring(0, EXCHANGE), prefix -> ofLibrary(number));
    }
    return ofLibrary(number);
  }

  private Set<ZoneId> ofLibrary(Phonenumber.PhoneNumber number) {
    return library.getTimeZonesForNumber(number).stream()
        .filter(name -> !name.equals(PhoneNumberToTimeZonesMapper.getUnknownTimeZone()))
        .flatMap(ZoneDirectory::known)
        .collect(Collectors.toUnmodifiableSet());
  }

  private static Set<ZoneId> zones(String names) {
    return Arrays.stream(names.split(";"))
        .map(ZoneId::of)
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  private static java.util.stream.Stream<ZoneId> known(String name) {
    try {
      return java.util.stream.Stream.of(ZoneId.of(name));
    } catch (DateTimeException e) {
      return java.util.stream.Stream.empty();
    }
  }
}
