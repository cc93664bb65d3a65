package app.gemba.core.phone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import app.gemba.core.Reference;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberFormat;
import com.google.i18n.phonenumbers.Phonenumber;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class PhoneReaderTest {
  private final PhoneReader reader = new PhoneReader();

  /** Source: reference/phone_examples.csv, libphonenumber's own example numbers. */
  @Test
  void exampleNumbersOfAllRegionsAreReadAsTheirE164() {
    List<String> wrong = new ArrayList<>();
    List<NamedCsvRecord> rows = Reference.rows("phone_examples.csv");
    for (NamedCsvRecord row : rows) {
      // Numbers of no country (region 001) have no national form.
      boolean worldwide = row.getField("region").equals("001");
      for (String form :
          worldwide
              ? List.of("international_format")
              : List.of("international_format", "national_format")) {
        String read = e164(reader.read(row.getField(form), row.getField("region")));
        if (!read.equals(row.getField("e164"))) {
          wrong.add(row.getField("region") + " " + row.getField(form) + " -> " + read);
        }
      }
    }
    assertThat(rows).hasSizeGreaterThan(1000);
    assertThat(wrong).isEmpty();
  }

  /**
   * Source: reference/phone_messy.csv. Disagreements are named in {@link MessyDepartures}, each
   * with its reason.
   */
  @Test
  void untidyCellsAreReadAsACarefulPersonWould() {
    List<String> wrong = new ArrayList<>();
    for (NamedCsvRecord row : Reference.rows("phone_messy.csv")) {
      String expected = row.getField("action").equals("reject") ? "" : row.getField("e164");
      String read = e164(reader.read(row.getField("raw"), row.getField("default_region")));
      boolean agreed = read.equals(expected);
      if (agreed == MessyDepartures.BY_ID.containsKey(row.getField("id"))) {
        wrong.add(
            row.getField("id")
                + " "
                + row.getField("raw_escaped")
                + " -> "
                + read
                + (agreed ? " (departure no longer needed)" : " expected " + expected));
      }
    }
    assertThat(wrong).isEmpty();
  }

  /**
   * Source: reference/phone_messy.csv, column "action": what is to be taken with a warning has one.
   * Disagreements are named in {@link MessyDepartures}.
   */
  @Test
  void whatACarefulPersonWouldMentionIsMentioned() {
    List<String> wrong = new ArrayList<>();
    for (NamedCsvRecord row : Reference.rows("phone_messy.csv")) {
      if (reader.read(row.getField("raw"), row.getField("default_region"))
          instanceof PhoneReading.Numbers read) {
        boolean expected = !row.getField("action").equals("accept");
        boolean departs =
            MessyDepartures.BY_ID.containsKey(row.getField("id"))
                || MessyDepartures.WARNINGS.containsKey(row.getField("id"));
        if (!departs && expected == read.warning().isEmpty()) {
          wrong.add(row.getField("id") + " " + row.getField("raw_escaped") + ": " + read.warning());
        }
        if (!row.getField("extension").equals(read.extension())) {
          wrong.add(row.getField("id") + " extension " + read.extension());
        }
      }
    }
    assertThat(wrong).isEmpty();
  }

  @Test
  void aNumberInASplitAreaCodeCouldBeInAllItsZones() {
    assertThat(zones("+18505550100"))
        .contains(ZoneId.of("America/New_York"), ZoneId.of("America/Chicago"));
    assertThat(zones("+12075550100")).containsExactly(ZoneId.of("America/New_York"));
    assertThat(zones("+61755501234")).contains(ZoneId.of("Australia/Brisbane"));
    assertThat(zones("+80012345678")).isEmpty();
  }

  @Test
  void typeAndRegionAreWorkedOutOnce() {
    assertThat(number("+442079460000").type()).isEqualTo(LineType.LANDLINE);
    assertThat(number("+447700900000").type()).isEqualTo(LineType.UNKNOWN);
    assertThat(number("+61491570156").type()).isEqualTo(LineType.MOBILE);
    assertThat(number("+12075550100").type()).isEqualTo(LineType.LANDLINE_OR_MOBILE);
    assertThat(number("+18005550199").type()).isEqualTo(LineType.SPECIAL);
    assertThat(number("+61491570156").region()).isEqualTo("AU");
  }

  @Test
  void logsShowOnlyTheEndsOfANumber() {
    assertThat(PhoneNumber.masked("+12075550100")).isEqualTo("+12*******00");
  }

  private Set<ZoneId> zones(String e164) {
    return number(e164).zones();
  }

  private PhoneNumber number(String e164) {
    return ((PhoneReading.Numbers) reader.read(e164, "US")).numbers().get(0);
  }

  private static String e164(PhoneReading reading) {
    return reading instanceof PhoneReading.Numbers numbers
        ? numbers.numbers().stream().map(PhoneNumber::e164).collect(Collectors.joining(" "))
        : "";
  }

  /** However ten digits are written, they are what libphonenumber makes of them. */
  @Test
  void tenDigitsOfNorthAmericaAreWhatTheLibraryMakesOfThem() throws Exception {
    PhoneNumberUtil library = PhoneNumberUtil.getInstance();
    Random random = new Random(8);
    List<String> regions = library.getRegionCodesForCountryCode(1);
    for (int i = 0; i < 4_000; i++) {
      String region = i % 2 == 0 ? "US" : regions.get(random.nextInt(regions.size()));
      String digits =
          String.valueOf(2_000_000_000L + Math.floorMod(random.nextLong(), 8_000_000_000L));
      String cell =
          List.of("%s%s%s", "(%s) %s-%s", "%s.%s.%s", "%s %s %s", "(%s)%s %s", "%s-%s-%s")
              .get(random.nextInt(6))
              .formatted(digits.substring(0, 3), digits.substring(3, 6), digits.substring(6));
      Phonenumber.PhoneNumber parsed = library.parse(cell, region);
      if (library.isValidNumber(parsed)) {
        assertThat(reader.read(cell, region))
            .as("%s in %s", cell, region)
            .isInstanceOfSatisfying(
                PhoneReading.Numbers.class,
                numbers ->
                    assertThat(numbers.numbers())
                        .extracting(PhoneNumber::e164, PhoneNumber::region)
                        .containsExactly(
                            tuple(
                                library.format(parsed, PhoneNumberFormat.E164),
                                library.getRegionCodeForNumber(parsed))));
      }
    }
  }
}
