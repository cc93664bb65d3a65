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

  /** A named set of people. */
  public record NamedList(long id, String name, long people, Instant createdAt) {}

  /** One line of a list of people. */
  public record PersonRow(
      long id, String name, String number, int numbers, String email, String ownId) {}

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
      boolean suppressed,
      Optional<Instant> freeUntil) {}

  /** The last word on a number, and its evidence. */
  public record AgreementLine(
      String e164,
      String channel,
      String purpose,
      String word,
      Optional<String> saidOn,
      String how,
      Instant recordedAt) {}

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
      List<String> lists) {}

  /**
   * One thing that happened with a person. {@code kind} is "sent", a wire event's or "answered".
   */
  public record StoryLine(Instant at, String kind, Optional<String> campaign, String detail) {}

  /** All lists, by name. */
  public List<NamedList> lists() {
    return store.read(
        db ->
            Sql.query(
                db, "select * from list order by name collate nocase", PeopleStore::namedList));
  }

  /** A list. */
  public NamedList list(long id) {
    return store.read(
        db ->
            Sql.first(db, "select * from list where id = ?", PeopleStore::namedList, id)
                .orElseThrow(() -> Refused.notFound("list")));
  }

  /** Makes an empty list. */
  public NamedList addList(String name, Optional<Long> user, Instant now) {
    String plain = name.strip();
    if (plain.isEmpty() || plain.length() > 120) {
      throw new Refused(Refused.Kind.INVALID, "A list needs a name of 1 to 120 characters.");
    }
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              if (Sql.number(db, "select count(*) from list where name = ?", plain) > 0) {
                throw new Refused(
                    Refused.Kind.INVALID, "There is a list of this name already. Choose another.");
              }
              long id =
                  Sql.insert(
                      db,
                      "insert into list (name, created_at, created_by) values (?, ?, ?)",
                      plain,
                      now,
                      user);
              AuditLog.add(db, user, "list made", plain, "", now);
              return new NamedList(id, plain, 0, now);
            });
  }

  /** People, or those of a list, in the order in which they were taken in. */
  public Page<PersonRow> page(Optional<Long> list, long after, int limit) {
    String members =
        list.isPresent()
            ? "select person_id from list_member where list_id = ? and person_id > ?"
                + " order by person_id limit ?"
            : "select id from person where id > ? order by id limit ?";
    Object[] values =
        list.isPresent()
            ? new Object[] {list.get(), after, limit + 1}
            : new Object[] {after, limit + 1};
    return Page.of(
        store.read(db -> rows(db, Sql.query(db, members, row -> row.getLong(1), values))),
        limit,
        row -> String.valueOf(row.id()));
  }

  /**
   * People whose words begin as was typed, or one of whose numbers holds the digits, in the order
   * in which they were taken in.
   */
  public Page<PersonRow> search(
      Optional<Long> list, List<String> words, String digits, long after, int limit) {
    if (words.isEmpty() && digits.isEmpty()) {
      return page(list, after, limit);
    }
    return Page.of(
        store.read(db -> rows(db, PeopleSearch.find(db, list, words, digits, after, limit + 1))),
        limit,
        row -> String.valueOf(row.id()));
  }

  private static List<PersonRow> rows(java.sql.Connection db, List<Long> ids)
      throws java.sql.SQLException {
    return Sql.query(
        db,
        """
                    select d.person_id, d.name, coalesce(d.email, '') as email,
                      coalesce(d.own_id, '') as own_id,
                      coalesce((select n.e164 from person_number pn
                        join number n on n.id = pn.number_id
                        where pn.person_id = d.person_id order by pn.position limit 1), '') as e164,
                      (select count(*) from person_number pn
                        where pn.person_id = d.person_id) as numbers
                    from json_each(?) m join person_detail d on d.person_id = m.value
                    order by d.person_id
                    """,
        row ->
            new PersonRow(
                row.getLong("person_id"),
                row.getString("name"),
                row.getString("e164"),
                row.getInt("numbers"),
                row.getString("email"),
                row.getString("own_id")),
        Json.write(ids));
  }

  /** A person, with numbers, agreements and lists. */
  public Person person(long id, Instant now) {
    return store.read(
        db -> {
          List<PersonNumber> numbers =
              Sql.query(
                  db,
                  """
                  select n.*, exists (select 1 from suppression s where s.number_id = n.id
                    and (s.until is null or s.until > ?1)) as suppressed,
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
                          row.getBoolean("suppressed"),
                          Sql.instant(row, "wrote").map(at -> at.plus(FREE_AFTER_WRITING))),
                  now,
                  id,
                  now.minus(FREE_AFTER_WRITING));
          List<AgreementLine> agreements =
              Sql.query(
                  db,
                  """
                  select n.e164, r.channel, r.purpose, r.word, r.said_on, r.how, r.recorded_at
                  from person_number pn join number n on n.id = pn.number_id
                  join consent_state s on s.number_id = n.id
                  join consent_record r on r.id = s.record_id
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
                          Instant.parse(row.getString("recorded_at"))),
                  id);
          List<String> lists =
              Sql.query(
                  db,
                  """
                  select l.name from list_member m join list l on l.id = m.list_id
                  where m.person_id = ? order by l.name
                  """,
                  row -> row.getString(1),
                  id);
          return Sql.first(
                  db,
                  "select * from person_detail where person_id = ?",
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
                          lists),
                  id)
              .orElseThrow(() -> Refused.notFound("person"));
        });
  }

  /** Everything sent to and heard from a person, oldest first. */
  public List<StoryLine> story(long personId) {
    return store.read(db -> Stories.ofPerson(db, personId));
  }

  private static NamedList namedList(java.sql.ResultSet row) throws java.sql.SQLException {
    return new NamedList(
        row.getLong("id"),
        row.getString("name"),
        row.getLong("people"),
        Instant.parse(row.getString("created_at")));
  }
}
