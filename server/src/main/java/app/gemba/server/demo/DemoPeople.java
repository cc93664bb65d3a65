package app.gemba.server.demo;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.function.Supplier;

/**
 * Invented people of Marram Ferries as files that an export might have made. All numbers are from
 * ranges reserved for fiction: NXX-555-01XX in North America, and the ranges of the British and
 * Swedish regulators (from memory).
 */
final class DemoPeople {
  private static final List<String> FIRST =
      List.of(
          "Idris",
          "Oona",
          "Tove",
          "Kaia",
          "Rosa",
          "Lior",
          "Carys",
          "Quinn",
          "Mairi",
          "Zofia",
          "Yusuf",
          "Viggo",
          "Bjørk",
          "Søren",
          "Una",
          "Pavel",
          "Ada",
          "Gwen",
          "Dilip",
          "Łukasz",
          "Noémie",
          "Jonas",
          "Íñigo",
          "Elke",
          "Bram",
          "Sunil",
          "Siân",
          "Femi",
          "Anne-Marie",
          "Wren");
  private static final List<String> LAST =
      List.of(
          "Eklund",
          "Gale",
          "Wick",
          "Strand",
          "Yates",
          "Kerr",
          "Abel",
          "Marsh",
          "Farrow",
          "Zander",
          "Ives",
          "Holm",
          "Voss",
          "Calder",
          "de Vries",
          "Pryce",
          "Ng",
          "Reed",
          "van der Meer",
          "Thorne",
          "Sjöberg",
          "Ulven",
          "Nygaard",
          "Ødegård",
          "Lund",
          "Orme",
          "Quist",
          "Dunmore");
  private static final List<String> AREAS =
      List.of(
          "207", "207", "207", "603", "617", "617", "212", "718", "410", "843", "305", "850", "312",
          "414", "608", "504", "713", "303", "505", "602", "208", "415", "503", "206", "808", "907",
          "416", "902");
  private static final List<String> EAST = List.of("207", "603", "802", "978", "508");
  private static final List<String> PORTS =
      List.of(
          "Gull Steps", "Old Harbour", "Lantern Quay", "North Pier", "St Brannock", "Ferry Green");
  private static final List<String> PASSES =
      List.of("Season", "Half season", "Family", "Island resident");

  private static final List<String> PLACES =
      List.of(
          "Lantern",
          "Ferry Green",
          "Old Harbour",
          "St Brannock",
          "Dune Road",
          "Saltmarsh",
          "North Point",
          "Heron Bay",
          "Sandy Neck",
          "Kelp Cove");
  private static final List<String> SCHOOLS =
      List.of("High School", "Primary School", "Academy", "Middle School");
  private static final List<String> REMARKS =
      List.of("needs the early boat", "two coaches", "", "", "lunch on board", "ramp needed");

  private final Random random;
  private final Set<String> taken = new HashSet<>();
  private final List<String> british = new ArrayList<>();

  DemoPeople(long seed) {
    this.random = new Random(seed);
  }

  /** Holders of a pass, with what they said about texts. */
  String passHolders(int count) {
    StringBuilder csv =
        new StringBuilder(
            "Guest no,Name,Mobile,E-mail,Home port,Pass,Pass ends,Texts OK?,Agreed on,Tags\n");
    for (int i = 0; i < count; i++) {
      String name = pick(FIRST) + " " + pick(LAST);
      double said = random.nextDouble();
      String texts = said < 0.84 ? "yes" : said < 0.93 ? "no" : "";
      csv.append("MF-").append(20000 + i).append(',').append(name).append(',');
      csv.append(number()).append(',');
      csv.append(random.nextDouble() < 0.8 ? "guest" + i + "@guests.example" : "").append(',');
      csv.append(pick(PORTS)).append(',').append(pick(PASSES)).append(',');
      csv.append(LocalDate.of(2026, 12, 1).plusDays(random.nextInt(300))).append(',');
      csv.append(texts).append(',');
      csv.append(texts.isEmpty() ? "" : LocalDate.of(2025, 1, 5).plusDays(random.nextInt(600)));
      csv.append(',').append(tags(i)).append('\n');
    }
    return csv.toString();
  }

  private static String tags(int holder) {
    String walks = holder % 7 == 0 ? "walker" : "";
    String watches = holder % 11 == 0 ? "birder" : "";
    return walks.isEmpty() || watches.isEmpty() ? walks + watches : walks + ";" + watches;
  }

  /** The boats' crew, of whom only names and numbers are kept. */
  String crew(int count) {
    StringBuilder csv = new StringBuilder("Name,Phone,Boat\n");
    for (int i = 0; i < count; i++) {
      csv.append(pick(FIRST)).append(' ').append(pick(LAST)).append(',');
      csv.append(number()).append(',');
      csv.append(i % 2 == 0 ? "Sandpiper" : "Grey Heron").append('\n');
    }
    return csv.toString();
  }

  /** Guests who live across the sea, of whom each said yes or no. */
  String abroad(int count) {
    StringBuilder csv = new StringBuilder("Guest no,Name,Mobile,Home port,Agreed?,Agreed on\n");
    for (int i = 0; i < count; i++) {
      csv.append("MA-").append(4000 + i).append(',');
      csv.append(pick(FIRST)).append(' ').append(pick(LAST)).append(',');
      csv.append(
              i % 3 == 0
                  ? unused(() -> String.format("+467017406%02d", 5 + random.nextInt(95)))
                  : britishMobile())
          .append(',');
      csv.append(pick(PORTS)).append(',');
      csv.append(random.nextDouble() < 0.94 ? "yes" : "no").append(',');
      csv.append(LocalDate.of(2026, 2, 1).plusDays(random.nextInt(200))).append('\n');
    }
    return csv.toString();
  }

  /** People near the piers, or who have not sailed for long; most agreed to be called. */
  String neighbours(int count) {
    StringBuilder csv = new StringBuilder("Name,Phone,Home port,Agreed?,Agreed on\n");
    for (int i = 0; i < count; i++) {
      csv.append(pick(FIRST)).append(' ').append(pick(LAST)).append(',');
      csv.append(eastern()).append(',');
      csv.append(pick(PORTS)).append(',');
      csv.append(random.nextDouble() < 0.9 ? "yes" : "").append(',');
      csv.append(LocalDate.of(2026, 3, 1).plusDays(random.nextInt(150))).append('\n');
    }
    return csv.toString();
  }

  /** Schools whose offices agreed to be called and written to. */
  String schools(int count) {
    StringBuilder csv =
        new StringBuilder(
            "School no,Name,Office phone,Other phone,Contact,Pupils,Last sailing,Remarks,Agreed?,"
                + "Agreed on\n");
    for (int i = 0; i < count; i++) {
      csv.append("SC-").append(300 + i).append(',');
      csv.append(PLACES.get(i % PLACES.size())).append(' ');
      csv.append(SCHOOLS.get(i / PLACES.size() % SCHOOLS.size())).append(',');
      csv.append(eastern()).append(',');
      csv.append(random.nextDouble() < 0.4 ? eastern() : "").append(',');
      csv.append(pick(FIRST)).append(' ').append(pick(LAST)).append(',');
      csv.append(24 + random.nextInt(60)).append(',');
      csv.append(LocalDate.of(2026, 4, 20).plusDays(random.nextInt(60))).append(',');
      csv.append(pick(REMARKS)).append(",yes,");
      csv.append(LocalDate.of(2026, 1, 12).plusDays(random.nextInt(200))).append('\n');
    }
    return csv.toString();
  }

  private String eastern() {
    return unused(() -> String.format("(%s) 555-01%02d", pick(EAST), random.nextInt(100)));
  }

  /** British mobile numbers of the guests abroad. */
  List<String> british() {
    return List.copyOf(british);
  }

  private String britishMobile() {
    String number = unused(() -> String.format("+447700900%03d", random.nextInt(1000)));
    british.add(number);
    return number;
  }

  private String unused(Supplier<String> candidate) {
    String number = candidate.get();
    while (!taken.add(number)) {
      number = candidate.get();
    }
    return number;
  }

  private String number() {
    return unused(this::candidate);
  }

  private String candidate() {
    double where = random.nextDouble();
    if (where < 0.008) {
      return String.format("+447700900%03d", random.nextInt(1000));
    }
    if (where < 0.05) {
      return String.format("+4420794600%02d", random.nextInt(100));
    }
    if (where < 0.055) {
      return String.format("+467017406%02d", 5 + random.nextInt(95));
    }
    return String.format("(%s) 555-01%02d", pick(AREAS), random.nextInt(100));
  }

  private String pick(List<String> from) {
    return from.get(random.nextInt(from.size()));
  }
}
