package app.gemba.store;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;

/** The house itself: its name and zone, its switches, its clock. */
public final class HouseStore {
  private final Store store;

  /** Over a store. */
  public HouseStore(Store store) {
    this.store = store;
  }

  /**
   * The house.
   *
   * @param region ISO 3166-1 code of the default country
   * @param currency ISO 4217 code of all money
   */
  public record House(String name, ZoneId zone, String region, String currency, int version) {}

  /** Everything that can be on or off for the whole house. */
  public enum Switch {
    BRAKE
  }

  /** A switch, and who last turned it. */
  public record SwitchState(boolean on, Optional<Instant> since, Optional<String> by) {}

  /** The house, or a plain one where nobody has named it yet. */
  public House house() {
    return store.read(
        db ->
            Sql.first(
                    db,
                    "select * from house",
                    row ->
                        new House(
                            row.getString("name"),
                            ZoneId.of(row.getString("zone")),
                            row.getString("region"),
                            row.getString("currency"),
                            row.getInt("version")))
                .orElse(new House("Our house", ZoneId.of("UTC"), "US", "USD", 0)));
  }

  /**
   * Changes the house.
   *
   * @throws Refused where somebody changed it since the given version
   */
  public void change(House house, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int changed =
                  Sql.update(
                      db,
                      """
                      insert into house (id, name, zone, region, currency, version)
                      values (1, ?, ?, ?, ?, 1)
                      on conflict (id) do update set name = excluded.name, zone = excluded.zone,
                        region = excluded.region, currency = excluded.currency,
                        version = version + 1
                      where version = ?
                      """,
                      house.name(),
                      house.zone().getId(),
                      house.region(),
                      house.currency(),
                      house.version());
              if (changed == 0) {
                throw new Refused(
                    Refused.Kind.STALE,
                    "Somebody else changed the house meanwhile. Look at it again, then change it.");
              }
              return AuditLog.add(db, user, "house changed", house.name(), "", now);
            });
  }

  /** How a switch stands. */
  public SwitchState state(Switch which) {
    return store.read(
        db ->
            Sql.first(
                    db,
                    """
                    select s.is_on, s.changed_at, u.name
                    from switch s left join user_account u on u.id = s.changed_by
                    where s.name = ?
                    """,
                    row ->
                        new SwitchState(
                            row.getBoolean("is_on"),
                            Sql.instant(row, "changed_at"),
                            Sql.text(row, "name")),
                    which)
                .orElse(new SwitchState(false, Optional.empty(), Optional.empty())));
  }

  /** Turns a switch, before anything else that waits to be written. */
  public void turn(Switch which, boolean on, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.STOP,
            db -> {
              Sql.update(
                  db,
                  """
                  insert into switch (name, is_on, changed_at, changed_by) values (?, ?, ?, ?)
                  on conflict (name) do update set is_on = excluded.is_on,
                    changed_at = excluded.changed_at, changed_by = excluded.changed_by
                  """,
                  which,
                  on,
                  now,
                  user);
              String act = which.name().toLowerCase(java.util.Locale.ROOT);
              return AuditLog.add(db, user, act + (on ? " on" : " off"), "house", "", now);
            });
  }

  /** Where the business clock was when it was last kept. */
  public Optional<Instant> businessClockLastSeen() {
    return store.read(
        db ->
            Sql.first(
                db,
                "select last_seen from business_clock",
                row -> Instant.parse(row.getString(1))));
  }

  /** Keeps where the business clock is, so that a demo goes on where it was left. */
  public void keepBusinessClock(Instant businessNow) {
    store
        .writer()
        .write(
            Urgency.BULK,
            db ->
                Sql.update(
                    db,
                    """
                    insert into business_clock (id, last_seen) values (1, ?)
                    on conflict (id) do update set last_seen = excluded.last_seen
                    """,
                    businessNow));
  }
}
