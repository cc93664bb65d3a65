package app.gemba.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** An invented file of guests with ten columns, for benchmarks. */
final class PeopleFile {
  static final List<String> HEADERS =
      List.of(
          "Guest no",
          "Name",
          "Mobile",
          "Other phone",
          "E-mail",
          "Home port",
          "Pass",
          "Pass ends",
          "Texts OK?",
          "Notes");

  private static final List<String> PORTS =
      List.of("Gull Steps", "Old Harbour", "Lantern Quay", "North Pier", "St Brannock");
  private static final List<String> FIRST =
      List.of("Oona", "Viggo", "Carys", "Idris", "Rosa", "Femi", "Jonas", "Una", "Kaia", "Bram");
  private static final List<String> LAST =
      List.of("Wick", "Holm", "Ives", "Eklund", "Abel", "Gale", "Lund", "Reed", "Kerr", "Strand");

  private PeopleFile() {}

  /** Guests from one to another, as an export of a given year has them. */
  static Path write(Path file, int from, int to, int year) throws IOException {
    try (BufferedWriter out = Files.newBufferedWriter(file)) {
      out.write(String.join(",", HEADERS));
      out.newLine();
      for (int i = from; i < to; i++) {
        out.write(row(i, year));
        out.newLine();
      }
    }
    return file;
  }

  private static String row(int i, int year) {
    int area = 201 + i % 8;
    int exchange = 200 + i / 10_000 % 700;
    String mobile =
        switch (i % 4) {
          case 0 -> String.format("(%d) %03d-%04d", area, exchange, i % 10_000);
          case 1 -> String.format("+1 %d %03d %04d", area, exchange, i % 10_000);
          case 2 -> String.format("%d%03d%04d", area, exchange, i % 10_000);
          default -> String.format("%d.%03d.%04d", area, exchange, i % 10_000);
        };
    return String.join(
        ",",
        "MF-" + i,
        FIRST.get(i % 10) + " " + LAST.get(i / 10 % 10) + " " + i,
        mobile,
        i % 5 == 0 ? String.format("+1 %d %03d %04d", 301 + i % 3, exchange, i % 10_000) : "",
        "guest" + i + "@guests.example",
        PORTS.get(i % 5),
        i % 3 == 0 ? "Season" : "Family",
        year + "-0" + (1 + i % 9) + "-15",
        i % 9 == 0 ? "" : "yes",
        i % 7 == 0 ? "brings a dog" : "");
  }
}
