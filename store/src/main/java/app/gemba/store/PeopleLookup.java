package app.gemba.store;

import app.gemba.core.intake.KnownPeople;
import app.gemba.core.intake.MergeTarget;
import app.gemba.core.people.NameKey;
import app.gemba.core.people.NumberHolders;
import app.gemba.core.people.PersonId;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds people in the database by what identifies them, as of one moment. */
final class PeopleLookup implements KnownPeople {
  private static final int FEW = 20;

  private static final String KNOWN =
      "select d.person_id, d.name, coalesce(d.own_id, '') as own_id from ";

  private final Connection db;

  /** Who has a number that many share: asked for once. */
  private final Map<String, List<Keyed>> shared = new HashMap<>();

  PeopleLookup(Connection db) {
    this.db = db;
  }

  @Override
  public Optional<PersonId> byOwnId(String ownId) {
    return ask(
            "select person_id from person_detail where own_id = ?",
            row -> new PersonId(row.getLong(1)),
            ownId)
        .stream()
        .findFirst();
  }

  @Override
  public List<Known> byNumber(String e164, String nameKey) {
    List<Keyed> all = shared.get(e164);
    if (all == null) {
      all =
          ask(
              KNOWN
                  + """
                  number n join person_number pn on pn.number_id = n.id
                  join person_detail d on d.person_id = pn.person_id
                  where n.e164 = ? order by d.person_id
                  """,
              row -> Keyed.of(known(row)),
              e164);
      if (all.size() > FEW) {
        shared.put(e164, all);
      }
    }
    if (all.isEmpty()) {
      return List.of();
    }
    NumberHolders<Known> holders = new NumberHolders<>();
    for (Keyed one : all) {
      holders.see(
          one.known(), !one.known().ownId().isEmpty(), NameKey.couldBeOne(nameKey, one.nameKey()));
    }
    return holders.deciding();
  }

  /** Somebody, with the key of their name worked out. */
  private record Keyed(Known known, String nameKey) {
    static Keyed of(Known known) {
      return new Keyed(known, NameKey.of(known.name()));
    }
  }

  @Override
  public Optional<Known> byEmail(String email) {
    return ask(
            KNOWN + "person_detail d where d.email = ? order by d.person_id limit 1",
            PeopleLookup::known,
            email)
        .stream()
        .findFirst();
  }

  @Override
  public Map<String, String> details(PersonId person) {
    return ask(
            "select * from person_detail where person_id = ?",
            row -> {
              Map<String, String> details = new HashMap<>(Json.texts(row.getString("fields")));
              details.put(MergeTarget.NAME, row.getString("name"));
              details.put(MergeTarget.EMAIL, Sql.text(row, "email").orElse(""));
              details.put(MergeTarget.OWN_ID, Sql.text(row, "own_id").orElse(""));
              return details;
            },
            person.value())
        .stream()
        .findFirst()
        .orElse(new HashMap<>());
  }

  private static Known known(ResultSet row) throws SQLException {
    return new Known(new PersonId(row.getLong(1)), row.getString(2), row.getString(3));
  }

  private <T> List<T> ask(String sql, Sql.RowMapper<T> mapper, Object value) {
    try {
      return Sql.query(db, sql, mapper, value);
    } catch (SQLException e) {
      throw new StoreFailure("people could not be looked up: " + e.getMessage(), e);
    }
  }
}
