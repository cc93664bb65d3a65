package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.people.Filter;
import app.gemba.core.people.Filter.Comparison;
import app.gemba.core.people.Filter.Condition;
import app.gemba.core.people.Filter.FieldHolds;
import app.gemba.core.people.Filter.OnList;
import app.gemba.core.people.Filter.Tagged;
import app.gemba.core.people.SearchWords;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Who is found, beside going through everybody one by one with the JDK's own means. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PeopleFoundTest {
  private static final List<String> NAMES =
      List.of(
          "Oona Gale",
          "Łukasz Eklund",
          "Una Ødegård",
          "Zoë O'Hara-Nuñez",
          "김 민서",
          "नमिता शर्मा",
          "Ольга Ёлкина",
          "山田太郎",
          "Ｊｏｎａｓ Lund",
          "Viggo Straße");
  private static final List<String> PORTS = List.of("Gull Steps", "GÅSÖ", "gåsö", "Pier 7", "");
  private static final List<String> TAGS = List.of("walker", "birder", "Årskort");
  private static final int PEOPLE = 120;

  @TempDir static Path folder;
  private TemporaryHouse house;
  private PeopleStore people;
  private ListStore lists;
  private long listA;
  private final List<Guest> guests = new ArrayList<>();

  private record Guest(
      long id, String name, String port, int stay, String number, Set<String> tags, boolean onA) {

    Stream<String> words() {
      return Stream.concat(
              Stream.of(name, "MF-" + id, port, String.valueOf(stay), mail()), tags.stream())
          .flatMap(PeopleFoundTest::wordsOf);
    }

    String mail() {
      return "guest" + id + "@guests.example";
    }
  }

  @BeforeAll
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    people = new PeopleStore(house.store);
    lists = new ListStore(house.store);
    listA = house.list("A").id();
    PeopleEdits edits = new PeopleEdits(house.store);
    Random random = new Random(7);
    for (int i = 0; i < PEOPLE; i++) {
      String name = NAMES.get(random.nextInt(NAMES.size()));
      boolean onA = random.nextInt(3) == 0;
      long id =
          edits.add(
              TemporaryHouse.draft("", name, i),
              onA ? Optional.of(listA) : Optional.empty(),
              Optional.empty(),
              TemporaryHouse.NOW);
      Guest guest =
          new Guest(
              id,
              name,
              PORTS.get(random.nextInt(PORTS.size())),
              random.nextInt(30),
              TemporaryHouse.e164(i),
              Set.copyOf(TAGS.subList(0, random.nextInt(TAGS.size() + 1))),
              onA);
      Map<String, String> fields = new HashMap<>(Map.of("stay", String.valueOf(guest.stay())));
      if (!guest.port().isEmpty()) {
        fields.put("port", guest.port());
      }
      edits.change(
          id,
          new PeopleEdits.Details(1, name, guest.mail(), "MF-" + id, fields),
          Optional.empty(),
          TemporaryHouse.NOW);
      guests.add(guest);
    }
    TAGS.forEach(this::tag);
  }

  @AfterAll
  void close() throws IOException {
    house.close();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "oona",
        "GALE",
        "g",
        "gale oona",
        "ode",
        "Ødegård",
        "lukasz",
        "nunez",
        "o hara",
        "zoe",
        "김",
        "민서",
        "नमिता",
        "शर्मा",
        "ольга",
        "елкина",
        "山田",
        "jonas",
        "strasse",
        "STRAßE",
        "guest7",
        "guest11@guests",
        "mf-12",
        "12",
        "walker",
        "årsk",
        "gaso gull",
        "pier 7",
        "nobody at all",
        "-",
        "\"",
        "a* OR b",
        "𞤀𞤣",
        "½ 7"
      })
  void eachWordTypedBeginsOneOfTheirs(String typed) {
    List<String> words = wordsOf(typed).toList();
    assertFound(
        typed,
        guest ->
            words.stream().allMatch(word -> guest.words().anyMatch(is -> is.startsWith(word))));
  }

  @ParameterizedTest
  @CsvSource({
    "207555, 207555",
    "0011, 11",
    "(207) 555-01, 20755501",
    "5550119, 5550119",
    "118, 118"
  })
  void digitsAreAPartOfANumberOrBeginAnything(String typed, String digits) {
    List<String> words = wordsOf(typed).toList();
    assertFound(
        typed,
        guest ->
            digits.length() > 2 && guest.number().contains(digits)
                || words.stream()
                    .allMatch(word -> guest.words().anyMatch(is -> is.startsWith(word))));
  }

  @Test
  void anyConditionsTogetherFindWhomGoingThroughEverybodyFinds() {
    Random random = new Random(11);
    for (int i = 0; i < 300; i++) {
      List<Asked> asked =
          IntStream.range(0, 1 + random.nextInt(3)).mapToObj(n -> condition(random)).toList();
      Filter filter = new Filter(asked.stream().map(Asked::condition).toList());
      assertThat(found(Selection.of(filter)))
          .as("%s", filter)
          .isEqualTo(ids(guest -> asked.stream().allMatch(one -> one.holds().test(guest))));
    }
  }

  /** As an earlier version left it, whose words were others. */
  @Test
  void aHouseWithoutWordsGetsThemWhenItIsOpened() throws Exception {
    Path database = house.folder.database();
    house.close();
    try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + database)) {
      db.createStatement().execute("delete from person_search");
    }
    house = new TemporaryHouse(folder.resolve("house"));
    people = new PeopleStore(house.store);
    lists = new ListStore(house.store);
    assertFound("odegard", guest -> guest.name().equals("Una Ødegård"));
  }

  private record Asked(Condition condition, Predicate<Guest> holds) {}

  private Asked condition(Random random) {
    boolean not = random.nextInt(3) == 0;
    Asked plain =
        switch (random.nextInt(6)) {
          case 0 -> new Asked(new OnList(not, Set.of(listA)), Guest::onA);
          case 1 -> {
            String tag = TAGS.get(random.nextInt(TAGS.size()));
            yield new Asked(
                new Tagged(not, Set.of(tag.toUpperCase(Locale.ROOT))),
                guest -> guest.tags().contains(tag));
          }
          case 2 -> {
            int stay = random.nextInt(30);
            yield new Asked(
                field(not, "stay", Comparison.MORE, String.valueOf(stay)),
                guest -> guest.stay() > stay);
          }
          case 3 ->
              new Asked(field(not, "port", Comparison.BLANK, ""), guest -> guest.port().isEmpty());
          case 4 -> {
            String port = PORTS.get(random.nextInt(PORTS.size() - 1));
            yield new Asked(
                field(not, "port", Comparison.IS, port.toUpperCase(Locale.ROOT)),
                guest -> guest.port().equalsIgnoreCase(port));
          }
          default -> {
            String part = List.of("u", "ÅS", "steps", "r 7").get(random.nextInt(4));
            yield new Asked(
                field(not, "port", Comparison.CONTAINS, part),
                guest -> lower(guest.port()).contains(lower(part)));
          }
        };
    return not ? new Asked(plain.condition(), plain.holds().negate()) : plain;
  }

  private static FieldHolds field(boolean not, String key, Comparison comparison, String value) {
    return new FieldHolds(not, key, comparison, value);
  }

  private void assertFound(String typed, Predicate<Guest> expected) {
    Selection of =
        new Selection(
            Optional.empty(),
            Optional.empty(),
            Filter.EVERYBODY,
            SearchWords.ofQuery(typed),
            SearchWords.digitsOf(typed));
    assertThat(found(of)).as(typed).isEqualTo(ids(expected));
  }

  /** Page by page, and as many as are counted. */
  private List<Long> found(Selection of) {
    List<Long> ids = new ArrayList<>();
    Page<PeopleStore.PersonRow> page = people.page(of, TemporaryHouse.NOW, 0, 7);
    page.items().forEach(row -> ids.add(row.id()));
    while (page.next().isPresent()) {
      page = people.page(of, TemporaryHouse.NOW, Long.parseLong(page.next().get()), 7);
      page.items().forEach(row -> ids.add(row.id()));
    }
    assertThat(lists.count(of, TemporaryHouse.NOW)).isEqualTo(ids.size());
    return ids;
  }

  private List<Long> ids(Predicate<Guest> which) {
    return List.copyOf(new TreeSet<>(guests.stream().filter(which).map(Guest::id).toList()));
  }

  private void tag(String tag) {
    Acts acts = new Acts(house.store);
    Selection of =
        Selection.of(
            guests.stream().filter(guest -> guest.tags().contains(tag)).map(Guest::id).toList());
    long act =
        acts.begin(
                new Acts.Wanted(Acts.Kind.TAG, of, Optional.empty(), Optional.of(tag)),
                Optional.empty(),
                TemporaryHouse.NOW)
            .id();
    while (acts.some(act, TemporaryHouse.NOW)) {
      // Each turn does the next part.
    }
  }

  /** Words as a reader would tell them apart, without the marks that Unicode takes off letters. */
  private static Stream<String> wordsOf(String text) {
    String plain =
        lower(Normalizer.normalize(text, Normalizer.Form.NFKD))
            .replaceAll("\\p{M}", "")
            .replace("ø", "o")
            .replace("ł", "l")
            .replace("ß", "ss");
    return Stream.of(plain.split("[^\\p{L}\\p{N}]+")).filter(word -> !word.isEmpty());
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }
}
