package app.gemba.store;

import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.MergeFields;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.Standing;
import app.gemba.core.people.HeldNumber;
import app.gemba.core.people.NumberChoice;
import app.gemba.core.phone.PhoneNumber;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** People with all that a verdict needs to know of them, page by page in order of their ids. */
final class Audiences {
  private static final String STANDING =
      """
      coalesce((select s.word from consent_state s where s.number_id = n.id
        and s.channel = ?5 and s.purpose = ?6), 'UNSAID') as word,
      exists (select 1 from suppression x where x.number_id = n.id
        and (x.channel is null or x.channel = ?5) and (x.purpose is null or x.purpose = ?6)
        and (x.until is null or x.until > ?7)) as suppressed
      """;

  /**
   * Everybody a draft would go to, or a launched campaign goes to. Each source is read in order and
   * only as far as the page goes, so that a walk through an audience is one walk through an index.
   */
  private static final String PEOPLE =
      """
      select person_id from (
        select * from (select m.person_id from list_member m indexed by list_member_by_person
          where m.person_id > ?2 and coalesce(m.import_id, 0) not in (%1$s) and %2$s
            and m.list_id in (select cl.list_id from campaign_list cl
              join list l on l.id = cl.list_id and l.deleted_at is null where cl.campaign_id = ?1)
          group by m.person_id order by m.person_id limit ?4)
        union
        select * from (select person_id from campaign_person
          where campaign_id = ?1 and person_id > ?2 and %3$s order by person_id limit ?4)
        union
        select * from (select value as person_id from json_each(?3) where value > ?2
          order by value limit ?4))
      order by person_id limit ?4
      """
          .formatted(
              UnfinishedImports.IDS,
              UnfinishedImports.didNotBring("m.person_id"),
              UnfinishedImports.didNotBring("campaign_person.person_id"));

  private final Connection db;
  private final Channel channel;
  private final Purpose purpose;
  private final Instant now;
  private final BitSet seen = new BitSet();

  Audiences(Connection db, Channel channel, Purpose purpose, Instant now) {
    this.db = db;
    this.channel = channel;
    this.purpose = purpose;
    this.now = now;
  }

  /** One person of an audience. */
  record Member(long personId, String name, Optional<Long> numberId, Candidate candidate) {}

  /**
   * The next people after one, each with the number they would be texted on. Numbers met on earlier
   * pages of the same object count as met.
   *
   * @param others people beside those of the campaign's lists and its picked ones
   */
  List<Member> page(long campaign, List<Long> others, long after, int limit) throws SQLException {
    Map<Long, Gathered> people = new LinkedHashMap<>();
    List<Long> beside = new ArrayList<>(others);
    for (String filter : filters(campaign)) {
      beside.addAll(Selection.of(Filters.read(filter)).contactable(db, now, after, limit));
    }
    Sql.query(
        db,
        "select d.*, pn.label, pn.extension, n.id as number_id, n.e164, n.line_type, n.region, n.zones, "
            + STANDING
            + " from ("
            + PEOPLE
            + ") p join person_detail d on d.person_id = p.person_id"
            + " left join person_number pn on pn.person_id = d.person_id"
            + " left join number n on n.id = pn.number_id"
            + " order by d.person_id, pn.position",
        row -> gather(people, row),
        campaign,
        after,
        Json.write(beside),
        limit,
        channel.agreement(),
        purpose,
        now);
    return people.values().stream().map(this::member).toList();
  }

  /** Some people by their ids who are not in any audience of the campaign yet. */
  List<Member> of(long campaign, List<Long> people) throws SQLException {
    List<Long> fresh =
        Sql.query(
            db,
            """
            select j.value from json_each(?) j where not exists (
              select 1 from audience_member m where m.campaign_id = ? and m.person_id = j.value)
            """,
            row -> row.getLong(1),
            Json.write(people),
            campaign);
    // No campaign has the id 0: nobody beside them comes along.
    return page(0, fresh, 0, Math.max(1, fresh.size()));
  }

  /** What the campaign's lists ask that hold nobody themselves. */
  private List<String> filters(long campaign) throws SQLException {
    return Sql.query(
        db,
        """
        select l.filter from campaign_list cl join list l on l.id = cl.list_id
        where cl.campaign_id = ? and l.filter is not null and l.deleted_at is null
        """,
        row -> row.getString(1),
        campaign);
  }

  /** Remembers a number as met. */
  void meet(long numberId) {
    seen.set(Math.toIntExact(numberId));
  }

  /** The standing of one number that belongs to nobody yet. */
  static Standing unknown(PhoneNumber number) {
    return new Standing(Optional.of(number), false, false, Agreement.UNSAID);
  }

  /**
   * The columns word and suppressed of a number n. The channel, the purpose and the moment are the
   * parameters 5, 6 and 7.
   */
  static String standingColumns() {
    return STANDING;
  }

  static Map<String, String> fields(ResultSet row) throws SQLException {
    return MergeFields.of(
        row.getString("name"),
        row.getString("first_name"),
        row.getString("last_name"),
        Sql.text(row, "email").orElse(""),
        Sql.text(row, "own_id").orElse(""),
        Json.texts(row.getString("fields")));
  }

  private Object gather(Map<Long, Gathered> people, ResultSet row) throws SQLException {
    long id = row.getLong("person_id");
    Gathered person = people.get(id);
    if (person == null) {
      person = new Gathered(id, row.getString("name"), fields(row), new ArrayList<>());
      people.put(id, person);
    }
    Optional<Numbers.Kept> number = Numbers.read(row);
    if (number.isPresent()) {
      person.numbers.add(
          new Known(
              number.get(),
              new HeldNumber(
                  number.get().number(), row.getString("label"), row.getString("extension")),
              row.getBoolean("suppressed"),
              Agreement.valueOf(row.getString("word"))));
    }
    return person;
  }

  private Member member(Gathered person) {
    List<HeldNumber> numbers = person.numbers.stream().map(Known::held).toList();
    Optional<Known> chosen =
        NumberChoice.on(channel, numbers)
            .map(number -> person.numbers.get(numbers.indexOf(number)));
    boolean twice = chosen.map(known -> meetAgain(known.kept.id())).orElse(false);
    Standing standing =
        new Standing(
            chosen.map(known -> known.kept.number()),
            twice,
            chosen.map(Known::suppressed).orElse(false),
            chosen.map(Known::agreement).orElse(Agreement.UNSAID));
    return new Member(
        person.id,
        person.name,
        chosen.map(known -> known.kept.id()),
        new Candidate(person.id, standing, person.fields));
  }

  private boolean meetAgain(long numberId) {
    boolean met = seen.get(Math.toIntExact(numberId));
    meet(numberId);
    return met;
  }

  private record Known(
      Numbers.Kept kept, HeldNumber held, boolean suppressed, Agreement agreement) {}

  private record Gathered(long id, String name, Map<String, String> fields, List<Known> numbers) {}
}
