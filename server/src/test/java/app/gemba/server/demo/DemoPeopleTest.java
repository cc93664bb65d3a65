package app.gemba.server.demo;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;

class DemoPeopleTest {
  private final PhoneReader phones = new PhoneReader();

  /**
   * Ranges reserved for fiction: NANP 555-01XX, Ofcom, PTS (from memory of the regulators' lists).
   */
  @Test
  void everyNumberOfTheDemoIsReservedForFiction() throws IOException {
    for (NamedCsvRecord person : people(new DemoPeople(1).passHolders(3000))) {
      PhoneReading reading = phones.read(person.getField("Mobile"), "US");
      assertThat(reading).isInstanceOf(PhoneReading.Numbers.class);
      for (PhoneNumber number : ((PhoneReading.Numbers) reading).numbers()) {
        assertThat(number.e164())
            .matches(
                "\\+1\\d{3}55501\\d{2}|\\+447700900\\d{3}|\\+4420794600\\d{2}"
                    + "|\\+467017406\\d{2}");
      }
    }
  }

  @Test
  void theSameSeedMakesTheSamePeople() {
    assertThat(new DemoPeople(5).passHolders(50)).isEqualTo(new DemoPeople(5).passHolders(50));
    assertThat(new DemoPeople(5).passHolders(50)).isNotEqualTo(new DemoPeople(6).passHolders(50));
  }

  private static List<NamedCsvRecord> people(String csv) throws IOException {
    try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(csv)) {
      return rows.stream().toList();
    }
  }
}
