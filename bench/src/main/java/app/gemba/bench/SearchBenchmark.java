package app.gemba.bench;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.people.Filter;
import app.gemba.core.people.SearchWords;
import app.gemba.store.ListStore;
import app.gemba.store.PeopleStore;
import app.gemba.store.Selection;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.HdrHistogram.Histogram;

/**
 * Search as one types and the count of a saved filter among a million people, beside the bare
 * lookup of a person by the primary key. What is compared are the 99th percentiles, in
 * microseconds.
 */
final class SearchBenchmark implements Benchmark {
  private static final int PEOPLE = 1_000_000;
  private static final int SEARCHES = 2_000;
  private static final int COUNTS = 40;
  private static final int SHOWN = 100;

  @Override
  public String about() {
    return "search as one types, and a filter's count, among 1,000,000 people, beside a key lookup";
  }

  @Override
  public Figures run() throws Exception {
    Path folder = Files.createTempDirectory("gemba-bench");
    Path file = PeopleFile.write(folder.resolve("people.csv"), 0, PEOPLE, 2026);
    try (PeopleHouse house = new PeopleHouse(folder.resolve("house"))) {
      house.takeIn(file);
      long floor = lookups(house.folder.database());
      PeopleStore people = new PeopleStore(house.store);
      Random random = new Random(7);
      Histogram searches = new Histogram(3);
      for (int i = 0; i < SEARCHES; i++) {
        String typed = typed(random, i);
        long begun = System.nanoTime();
        people.page(selection(typed), Instant.now(), 0, SHOWN);
        searches.recordValue((System.nanoTime() - begun) / 1_000);
      }
      Histogram counts = new Histogram(3);
      ListStore lists = new ListStore(house.store);
      for (int i = 0; i < COUNTS; i++) {
        long begun = System.nanoTime();
        lists.count(Selection.of(filter(i)), Instant.now());
        counts.recordValue((System.nanoTime() - begun) / 1_000);
      }
      long search = searches.getValueAtPercentile(99);
      System.out.printf(
          "99th percentile: search %d us (median %d), filter's count %d us (median %d), key %d us%n",
          search,
          searches.getValueAtPercentile(50),
          counts.getValueAtPercentile(99),
          counts.getValueAtPercentile(50),
          floor);
      return new Figures(search, floor, "us, 99th percentile of a search");
    }
  }

  private static long lookups(Path database) throws Exception {
    Histogram times = new Histogram(3);
    Random random = new Random(7);
    try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + database);
        PreparedStatement lookup =
            db.prepareStatement("select * from person_detail where person_id = ?")) {
      for (int i = 0; i < SEARCHES; i++) {
        long begun = System.nanoTime();
        lookup.setLong(1, 1 + random.nextInt(PEOPLE));
        try (ResultSet row = lookup.executeQuery()) {
          row.next();
        }
        times.recordValue((System.nanoTime() - begun) / 1_000);
      }
    }
    return Math.max(1, times.getValueAtPercentile(99));
  }

  /** A name growing letter by letter, a part of a number, a mail, a field's word with a name. */
  private static String typed(Random random, int turn) {
    int guest = random.nextInt(PEOPLE);
    return switch (turn % 6) {
      case 0 -> "oona".substring(0, 1 + random.nextInt(4));
      case 1 -> "carys ives " + String.valueOf(guest).charAt(0);
      case 2 -> String.format("%03d %04d", 200 + guest / 10_000 % 700, guest % 10_000);
      case 3 -> "guest" + guest;
      case 4 -> "harbour str";
      default -> "mf-" + guest;
    };
  }

  private static Selection selection(String typed) {
    return new Selection(
        Optional.empty(),
        Optional.empty(),
        Filter.EVERYBODY,
        SearchWords.ofQuery(typed),
        SearchWords.digitsOf(typed));
  }

  private static Filter filter(int turn) {
    return new Filter(
        List.of(
            new Filter.FieldHolds(
                false, "pass", Filter.Comparison.IS, turn % 2 == 0 ? "Season" : "Family"),
            new Filter.Agreed(false, Channel.SMS, Purpose.MARKETING, Agreement.YES),
            new Filter.ContactedWithin(true, 30)));
  }
}
