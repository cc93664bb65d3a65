package app.gemba.store;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Lists and the people on them. */
public final class PeopleStore {
  private final Store store;

  /** Over a store. */
  public PeopleStore(Store store) {
    this.store = store;
  }

  /** One line of a list of people. */
  public record PersonRow(
      long id,
      String name,
      String number,
      int numbers,
      String email,
      String ownId,
      Map<String, String> fields,
      List<String> tags,
      Optional<Instant> lastContact,
      Optional<String> lastOutcome) {}

  /** For how long after a WhatsApp message from a person they may be written to freely. */
  private static final Duration FREE_AFTER_WRITING = Duration.ofHours(24);

  /**
   * A number of a person.
   *
   * @param freeUntil until when they may be written to freely on WhatsApp, since they wrote within
   *     24 hours (public rule of the platform, from memory)
   */
  public record PersonNumber(
      long id,
      String e164,
      String type,
      String region,
      List<String> zones,
      String label,
      String extension,
      List<SuppressionLine> suppressions,
      Optional<Instant> freeUntil) {
    /** Whether anything is suppressed. */
    public boolean suppressed() {
      return !suppressions.isEmpty();
    }
  }

  /**
   * Why a number must not be contacted.
   *
   * @param channel the one it is about; empty for all
   */
  public record SuppressionLine(
      Optional<String> channel, Optional<String> purpose, String why, Instant since) {}

  /** A list that somebody is on. */
  public record ListLine(long id, String name) {}

  /** What somebody changed of a person. */
  public record HistoryLine(
      Instant at, Optional<String> by, String what, String before, String after) {}

  /** The last word on a number, and its evidence. */
  public record AgreementLine(
      String e164,
      String channel,
      String purpose,
      String word,
      Optional<String> saidOn,
      String how,
      Instant recordedAt,
      Optional<String> file,
      Optional<Long> row) {}

  /** A person as they leave in a file. */
  public record Leaving(
      long id,
      String ownId,
      String name,
      String firstName,
      String lastName,
      String email,
      Map<String, String> fields,
      List<LeavingNumber> numbers,
      List<String> tags) {}

  /** A number as it leaves. */
  public record LeavingNumber(String e164, String label, String extension) {}

  /** Everything about a person. */
  public record Person(
      long id,
      String name,
      String email,
      String ownId,
      Map<String, String> fields,
      int version,
      List<PersonNumber> numbers,
      List<AgreementLine> agreements,
      List<ListLine> lists,
      List<String> tags,
      boolean deleted,
      boolean forgotten) {}

  /**
   * One thing that happened with a person. {@code kind} is "sent", a wire event's or "answered".
   */
  public record StoryLine(Instant at, String kind, Optional<String> campaign, String detail) {}

  /** People of a selection, in the order in which they were taken in. */
  public Page<PersonRow> page(Selection of, Instant now, long after, int limit) {
    return Page.of(
        store.read(db -> rows(db, of.page(db, now, after, limit + 1))),
        limit,
        row -> String.valueOf(row.id()));
  }

  private static List<PersonRow> rows(java.sql.Connection db, List<Long> ids)
      throws java.sql.SQLException {
    return Sql.query(
        db,
        """
        select d.person_id, d.name, coalesce(d.email, '') as email,
          coalesce(d.own_id, '') as own_id, d.fields,
          coalesce((select n.e164 from person_number pn join number n on n.id = pn.number_id
            where pn.person_id = d.person_id order by pn.position limit 1), '') as e164,
          (select count(*) from person_number pn where pn.person_id = d.person_id) as numbers,
          (select json_group_array(t.name) from person_tag pt join tag t on t.id = pt.tag_id
            where pt.person_id = d.person_id) as tags,
          l.at, l.outcome
        from json_each(?) m join person_detail d on d.person_id = m.value
        left join last_contact l on l.person_id = d.person_id
        order by d.person_id
        """,
        row ->
            new PersonRow(
                row.getLong("person_id"),
                row.getString("name"),
                row.getString("e164"),
                row.getInt("numbers"),
                row.getString("email"),
                row.getString("own_id"),
                Json.texts(row.getString("fields")),
                List.of(Json.read(row.getString("tags"), String[].class)),
                Sql.instant(row, "at"),
                Sql.text(row, "outcome")),
        Json.write(ids));
  }

  /** People of a selection as they leave in a file, in order. */
  public List<Leaving> leaving(Selection of, Instant now, long after, int limit) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select d.*,
                  (select json_group_array(json_object('e164', n.e164, 'label', pn.label,
                      'extension', pn.extension) order by pn.position)
                    from person_number pn join number n on n.id = pn.number_id
                    where pn.person_id = d.person_id) as numbers,
                  (select json_group_array(t.name order by t.name) from person_tag pt
                    join tag t on t.id = pt.tag_id where pt.person_id = d.person_id) as tags
                from json_each(?) m join person_detail d on d.person_id = m.value
                order by d.person_id
                """,
                row ->
                    new Leaving(
                        row.getLong("person_id"),
                        Sql.text(row, "own_id").orElse(""),
                        row.getString("name"),
                        row.getString("first_name"),
                        row.getString("last_name"),
                        Sql.text(row, "email").orElse(""),
                        Json.texts(row.getString("fields")),
                        List.of(Json.read(row.getString("numbers"), LeavingNumber[].class)),
                        List.of(Json.read(row.getString("tags"), String[].class))),
                Json.write(of.page(db, now, after, limit))));
  }

  /** A person, with numbers, agreements and lists. */
  public Person person(long id, Instant now) {
    return store.read(
        db -> {
          List<PersonNumber> numbers =
              Sql.query(
                  db,
                  """
                  select n.*, pn.label, pn.extension, (select json_group_array(json_object(
                      'channel', s.channel, 'purpose', s.purpose, 'why', s.why, 'since', s.since))
                    from suppression s where s.number_id = n.id
                      and (s.until is null or s.until > ?1)) as suppressions,
                    (select max(i.at) from incoming_text i where i.channel = 'WHATSAPP'
                      and i.number_id = n.id and i.at > ?3) as wrote
                  from person_number pn join number n on n.id = pn.number_id
                  where pn.person_id = ?2 order by pn.position
                  """,
                  row ->
                      new PersonNumber(
                          row.getLong("id"),
                          row.getString("e164"),
                          row.getString("line_type"),
                          row.getString("region"),
                          List.of(row.getString("zones").split(";")),
                          row.getString("label"),
                          row.getString("extension"),
                          List.of(
                              Json.read(row.getString("suppressions"), SuppressionLine[].class)),
                          Sql.instant(row, "wrote").map(at -> at.plus(FREE_AFTER_WRITING))),
                  now,
                  id,
                  now.minus(FREE_AFTER_WRITING));
          List<AgreementLine> agreements =
              Sql.query(
                  db,
                  """
                  select n.e164, r.channel, r.purpose, r.word, r.said_on, r.how, r.recorded_at,
                    i.file_name, r.import_row
                  from person_number pn join number n on n.id = pn.number_id
                  join consent_state s on s.number_id = n.id
                  join consent_record r on r.id = s.record_id
                  left join import i on i.id = r.import_id
                  where pn.person_id = ? order by pn.position, r.channel, r.purpose
                  """,
                  row ->
                      new AgreementLine(
                          row.getString("e164"),
                          row.getString("channel"),
                          row.getString("purpose"),
                          row.getString("word"),
                          Sql.text(row, "said_on"),
                          row.getString("how"),
                          Instant.parse(row.getString("recorded_at")),
                          Sql.text(row, "file_name"),
                          Sql.id(row, "import_row")),
                  id);
          List<String> tags =
              Sql.query(
                  db,
                  "select t.name from person_tag pt join tag t on t.id = pt.tag_id"
                      + " where pt.person_id = ? order by t.name collate nocase",
                  row -> row.getString(1),
                  id);
          List<ListLine> lists =
              Sql.query(
                  db,
                  """
                  select l.id, l.name from list_member m join list l on l.id = m.list_id
                  where m.person_id = ? and l.deleted_at is null order by l.name
                  """,
                  row -> new ListLine(row.getLong(1), row.getString(2)),
                  id);
          return Sql.first(
                  db,
                  "select d.*, p.deleted_at, p.forgotten_at from person_detail d"
                      + " join person p on p.id = d.person_id where d.person_id = ?",
                  row ->
                      new Person(
                          id,
                          row.getString("name"),
                          Sql.text(row, "email").orElse(""),
                          Sql.text(row, "own_id").orElse(""),
                          Json.texts(row.getString("fields")),
                          row.getInt("version"),
                          numbers,
                          agreements,
                          lists,
                          tags,
                          Sql.text(row, "deleted_at").isPresent(),
                          Sql.text(row, "forgotten_at").isPresent()),
                  id)
              .orElseThrow(() -> Refused.notFound("person"));
        });
  }

  /** What was changed of a person by hand, newest first. */
  public List<HistoryLine> history(long personId) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select h.at, u.name, h.what, h.before, h.after from person_history h
                left join user_account u on u.id = h.user_id
                where h.person_id = ? order by h.id desc limit 200
                """,
                row ->
                    new HistoryLine(
                        Instant.parse(row.getString("at")),
                        Sql.text(row, "name"),
                        row.getString("what"),
                        row.getString("before"),
                        row.getString("after")),
                personId));
  }

  /** Everything sent to and heard from a person, oldest first. */
  public List<StoryLine> story(long personId) {
    return store.read(db -> Stories.ofPerson(db, personId));
  }
}
