package app.gemba.core.phone;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.Known;
import app.gemba.core.Reference;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdict;
import app.gemba.core.consent.Verdicts;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class ZonesTest {
  private final PhoneReader reader = new PhoneReader();

  /** Source: reference/split_area_codes.csv, all exchanges asked of libphonenumber's geocoder. */
  @Test
  void anAreaCodeThatLiesInSeveralZonesHasThemAll() {
    List<NamedCsvRecord> rows = Reference.rows("split_area_codes.csv");
    assertThat(rows).hasSize(27);
    for (NamedCsvRecord row : rows) {
      assertThat(zones("+1" + row.getField("area_code") + "5550150"))
          .as(row.getField("area_code"))
          .containsAll(named(row.getField("all_zones_in_the_area_code"), ";"));
    }
  }

  /** Source: reference/area_codes.csv, the zone that libphonenumber's geocoder gives. */
  @Test
  void everyOtherAreaCodeHasAtLeastTheLibrarysZone() {
    List<String> wrong = new ArrayList<>();
    for (NamedCsvRecord row : Reference.rows("area_codes.csv")) {
      String told = row.getField("zone_of_555_01XX");
      // "42 zones": the library knows no more than the country code.
      Set<ZoneId> expected = told.endsWith(" zones") ? Set.of() : named(told, " ");
      Set<ZoneId> found = zones("+1" + row.getField("area_code") + "5550150");
      boolean covered = sameClocks(found).containsAll(sameClocks(expected));
      if (!covered) {
        wrong.add(row.getField("area_code") + " " + found + " without " + expected);
      }
    }
    assertThat(wrong).isEmpty();
  }

  /**
   * Source: reference/timezones.csv, the minutes of a day that lie within 8 to 21 in all zones of a
   * number, computed apart from this code. Where we know of more zones there are fewer minutes;
   * Jamaica is the other way round, as the library knows no more than the country code of a mobile.
   */
  @Test
  void contactHoursAreThoseOfAllZonesAtOnce() {
    Pattern minutes = Pattern.compile("(\\d+)min.*");
    Verdicts verdicts = new Verdicts(RulePack.general());
    Terms terms = Terms.always(Channel.SMS, Purpose.SERVICE);
    int compared = 0;
    for (NamedCsvRecord row : Reference.rows("timezones.csv")) {
      Matcher expected = minutes.matcher(row.getField("intersection_8_21_winter(2027-01-15)"));
      boolean valid =
          row.getField("valid").equals("true") && !row.getField("zones").equals("Etc/Unknown");
      if (!valid || !expected.matches()) {
        continue;
      }
      PhoneNumber number = number(row.getField("e164_or_prefix"));
      int open = 0;
      Instant day = Instant.parse("2027-01-15T00:00:00Z");
      for (int minute = 0; minute < 24 * 60; minute++) {
        Verdict verdict =
            verdicts.of(Known.agreed(withoutType(number)), terms, day.plusSeconds(60L * minute));
        open += verdict instanceof Verdict.Clear ? 1 : 0;
      }
      int told = Integer.parseInt(expected.group(1));
      int theirs = named(row.getField("zones"), " ").size();
      if (number.zones().size() > theirs) {
        assertThat(open).as(row.getField("label")).isLessThanOrEqualTo(told);
      } else if (number.zones().size() < theirs) {
        assertThat(open).as(row.getField("label")).isGreaterThanOrEqualTo(told);
      } else {
        assertThat(open).as(row.getField("label")).isEqualTo(told);
        compared++;
      }
    }
    assertThat(compared).isGreaterThan(20);
  }

  /** Source: reference/fictitious_ranges.csv, ranges reserved for fiction (from memory). */
  @Test
  void numbersReservedForFictionCanBeUsed() {
    int used = 0;
    for (NamedCsvRecord row : Reference.rows("fictitious_ranges.csv")) {
      boolean valid = !row.getField("valid").equals("0");
      if (valid) {
        PhoneReading reading = reader.read(row.getField("first_e164"), "US");
        assertThat(reading).as(row.getField("label")).isInstanceOf(PhoneReading.Numbers.class);
        used++;
      }
    }
    assertThat(used).isGreaterThan(50);
  }

  private static PhoneNumber withoutType(PhoneNumber number) {
    return new PhoneNumber(number.e164(), LineType.MOBILE, number.region(), number.zones());
  }

  /** Zones that show the same time in winter and summer are as good as one another. */
  private static Set<String> sameClocks(Set<ZoneId> zones) {
    Instant winter = Instant.parse("2027-01-15T12:00:00Z");
    Instant summer = Instant.parse("2027-07-15T12:00:00Z");
    return zones.stream()
        .map(zone -> zone.getRules().getOffset(winter) + " " + zone.getRules().getOffset(summer))
        .collect(Collectors.toSet());
  }

  private static Set<ZoneId> named(String names, String separator) {
    return new HashSet<>(Arrays.stream(names.split(separator)).map(ZoneId::of).toList());
  }

  private Set<ZoneId> zones(String e164) {
    return number(e164).zones();
  }

  private PhoneNumber number(String e164) {
    return ((PhoneReading.Numbers) reader.read(e164, "US")).numbers().get(0);
  }
}
