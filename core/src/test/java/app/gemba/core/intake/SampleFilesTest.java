package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.Reference;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.file.FileLook;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.phone.PhoneReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Source: the figures that the made-up sample files of Marram Ferries come with. */
class SampleFilesTest {
  private static final PhoneReader PHONES = new PhoneReader();

  private final HouseInMemory house = new HouseInMemory();
  @TempDir Path folder;

  @Test
  void allSampleFilesOneAfterTheOtherEndAsTheirDescriptionSays() throws Exception {
    takeIn("season-pass-holders.csv", 5000);
    assertThat(house.fresh).isEqualTo(4647);
    assertThat(house.merged).isEqualTo(197);
    assertThat(house.rejects)
        .containsEntry(RejectReason.NO_NUMBER, 58)
        .containsEntry(RejectReason.NO_NUMBER_IN_TEXT, 36)
        .containsEntry(RejectReason.NOT_USABLE, 45)
        .containsEntry(RejectReason.DESTROYED, 17);
    assertThat(house.severalInACell).isEqualTo(37);
    assertThat(house.withAgreement(Agreement.YES)).isEqualTo(3952);
    assertThat(house.withAgreement(Agreement.NO)).isEqualTo(413);
    assertThat(house.withAgreement(Agreement.UNSAID)).isEqualTo(282);
    assertThat(house.landlineOnly()).isEqualTo(238);

    takeIn("households.csv", 120);
    assertThat(house.fresh).isEqualTo(120);

    takeIn("interests.tsv", 1200);
    assertThat(house.merged).isEqualTo(700);
    assertThat(house.fresh).isEqualTo(500);

    takeIn("pier-alert.csv", 900);
    assertThat(house.fresh).isEqualTo(881);
    assertThat(rejected()).isEqualTo(19);
    // The file's column says US for Canadian numbers too: one plan, one country code.
    house.newByRegion.merge("US", house.newByRegion.remove("CA"), Integer::sum);
    assertThat(house.newByRegion)
        .isEqualTo(Map.of("US", 447, "DE", 222, "AU", 116, "SE", 52, "GB", 44));

    takeIn("group-bookers.xlsx", 640);
    assertThat(house.fresh).isEqualTo(626);
    assertThat(rejected()).isEqualTo(14);
    assertThat(house.phonesRead).isEqualTo(1021);

    takeIn("walkers.vcf", 60);
    assertThat(house.fresh).isEqualTo(56);
    assertThat(rejected()).isEqualTo(4);

    takeIn("pasted.txt", 48);
    assertThat(house.fresh + house.merged).isEqualTo(44);
    assertThat(rejected()).isEqualTo(4);
  }

  @Test
  void twoPeopleWithOneTelephoneAreReachedOnce() throws Exception {
    takeIn("households.csv", 120);
    assertThat(house.fresh).isEqualTo(120);
    assertThat(house.allNumbers).hasSize(70);
    assertThat(house.reached(Channel.SMS)).hasSize(70);
  }

  @Test
  void aFaxIsKeptAndNeverCalledOrTexted() throws Exception {
    takeIn("walkers.vcf", 60);
    Set<String> reached = house.reached(Channel.SMS);
    reached.addAll(house.reached(Channel.VOICE_BROADCAST));
    reached.addAll(house.reached(Channel.AGENT_CALL));
    assertThat(house.allNumbers).contains("+12635550175");
    assertThat(reached).contains("+16835550174").doesNotContain("+12635550175");
  }

  @Test
  void daysOfAWorkbookStandAsItsCellsShowThem() throws Exception {
    TableFile file = open("group-bookers.xlsx");
    assertThat(file.sheets()).hasSize(2);
    assertThat(file.headers()).hasSize(8);
    file.forEachRow(
        row -> {
          assertThat(row.cell(6)).matches("\\d{2} \\p{L}{3} 20\\d{2}");
          return row.number() < 50;
        });
  }

  @Test
  void whatIsCountedBeforehandIsWhatThenHappens() throws Exception {
    TableFile file = open("season-pass-holders.csv");
    ImportPlan plan = guessed(file);
    ImportCheck check = new ImportCheck(plan, PHONES, new HouseInMemory());
    file.forEachRow(
        row -> {
          check.count(row);
          return true;
        });
    house.takeIn(file, plan, PHONES);
    ImportCheck.Result counted = check.result();
    assertThat(counted.fresh()).isEqualTo(house.fresh).isEqualTo(4647);
    assertThat(counted.merged()).isEqualTo(house.merged).isEqualTo(counted.mergedInFile());
    assertThat(counted.rejected())
        .isEqualTo(
            house.rejects.entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, one -> one.getValue().longValue())));
    assertThat(counted.agreed() + counted.saidNo() + counted.unsaid())
        .isEqualTo(counted.fresh() + counted.merged());
    ColumnCheck.Findings mobile = counted.columns().get(2);
    assertThat(mobile.wrong().values().stream().mapToLong(n -> n).sum()).isEqualTo(45 + 36 + 17);
    assertThat(mobile.odd()).containsEntry("two numbers", 37L);
    assertThat(mobile.samples()).hasSize(8).allMatch(cell -> !cell.why().isBlank());
    assertThat(mobile.mostSeen()).first().extracting(ColumnCheck.Seen::value).isEqualTo("-");
  }

  private int rejected() {
    return house.rejects.values().stream().mapToInt(n -> n).sum();
  }

  private void takeIn(String name, int rows) throws Exception {
    TableFile file = open(name);
    assertThat(file.rows()).as(name).isEqualTo(rows);
    house.takeIn(file, guessed(file), PHONES);
  }

  private TableFile open(String name) throws Exception {
    Path copy = folder.resolve(name);
    Files.deleteIfExists(copy);
    Files.copy(Reference.file("samples/" + name), copy);
    return FileLook.at(copy, PHONES, "US");
  }

  private static ImportPlan guessed(TableFile file) throws Exception {
    return new ImportPlan(
        new MappingGuesser(PHONES, "US")
            .guess(file.headers(), file.sample(500)).stream().map(ColumnGuess::plan).toList(),
        "US",
        new AgreementSource.Column(Set.of(Channel.SMS), EnumSet.allOf(Purpose.class), "export"));
  }
}
