package app.gemba.store;

import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.Channel;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What happened when, and who still waits: for lanes, forecasts and reports over time. */
public final class TimeStore {
  private final Store store;

  /** Over a store. */
  public TimeStore(Store store) {
    this.store = store;
  }

  /** What a campaign did in one slot of ten minutes. */
  public record Slot(Instant at, long sent, long reached, long failed, long replies) {}

  /** How many people of one list are in one state. */
  public record ListTally(long listId, String list, PersonState state, long people) {}

  /** A reply that nobody has read yet. */
  public record UnreadReply(
      long id,
      Instant at,
      Channel channel,
      String name,
      String number,
      String text,
      Optional<Long> campaignId) {}

  /** The slots of a campaign in a span, in order; those in which nothing happened are left out. */
  public List<Slot> slots(long campaign, Instant from, Instant to) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select slot, sent, reached, failed, replies from campaign_slot
                where campaign_id = ? and slot >= ? and slot < ? order by slot
                """,
                row ->
                    new Slot(
                        Instant.parse(row.getString(1)),
                        row.getLong(2),
                        row.getLong(3),
                        row.getLong(4),
                        row.getLong(5)),
                campaign,
                from,
                to));
  }

  /** Campaigns of which anything was sent in a span. */
  public List<Long> activeIn(Instant from, Instant to) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select distinct s.campaign_id from campaign_slot s
                join campaign c on c.id = s.campaign_id
                where s.slot >= ? and s.slot < ? and s.sent > 0 and c.test_of is null
                order by 1 desc limit 50
                """,
                row -> row.getLong(1),
                from,
                to));
  }

  /** People of a launched campaign who still wait or are held, by the zones they could be in. */
  public Map<Set<ZoneId>, Long> waitingByZones(long campaign) {
    Map<Set<ZoneId>, Long> people = new HashMap<>();
    store.read(
        db ->
            Sql.query(
                db,
                "select zones, people from audience_waiting where campaign_id = ? and people > 0",
                row -> people.merge(zones(row.getString(1)), row.getLong(2), Long::sum),
                campaign));
    return people;
  }

  /** The zones that people of a campaign could be in who have waited in it for any time at all. */
  public Set<Set<ZoneId>> zones(long campaign) {
    return new HashSet<>(
        store.read(
            db ->
                Sql.query(
                    db,
                    "select zones from audience_waiting where campaign_id = ?",
                    row -> zones(row.getString(1)),
                    campaign)));
  }

  /** Where the people of each of a campaign's lists are. */
  public List<ListTally> byList(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select l.id, l.name, m.state, count(*) from campaign_list cl
                join list l on l.id = cl.list_id
                join list_member lm on lm.list_id = l.id
                join audience_member m on m.campaign_id = cl.campaign_id
                  and m.person_id = lm.person_id
                where cl.campaign_id = ? group by l.id, m.state order by l.name, m.state
                """,
                row ->
                    new ListTally(
                        row.getLong(1),
                        row.getString(2),
                        PersonState.valueOf(row.getString(3)),
                        row.getLong(4)),
                campaign));
  }

  /** Replies that wait to be read, oldest first. */
  public List<UnreadReply> unread(int limit) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select i.id, i.at, i.channel, i.text, i.campaign_id, n.e164, coalesce(d.name, '') as name
                from incoming_text i join number n on n.id = i.number_id
                left join audience_member m on m.id = i.member_id
                left join person_detail d on d.person_id = m.person_id
                where i.read_at is null and i.opt_out = 0 order by i.id limit ?
                """,
                row ->
                    new UnreadReply(
                        row.getLong("id"),
                        Instant.parse(row.getString("at")),
                        Channel.valueOf(row.getString("channel")),
                        row.getString("name"),
                        row.getString("e164"),
                        row.getString("text"),
                        Sql.id(row, "campaign_id")),
                limit));
  }

  /** How many replies wait to be read. */
  public long unreadCount() {
    return store.read(
        db ->
            Sql.number(
                db, "select count(*) from incoming_text where read_at is null and opt_out = 0"));
  }

  /** A reply is to be read after all. */
  public void markUnread(long id) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> Sql.update(db, "update incoming_text set read_at = null where id = ?", id));
  }

  /** Somebody has read a reply. */
  public void markRead(long id, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.update(
                    db,
                    "update incoming_text set read_at = ? where id = ? and read_at is null",
                    now,
                    id));
  }

  /** People of one campaign in one state who wait for somebody to act. */
  public record Stuck(long campaignId, String campaign, long people) {}

  /** People of live campaigns who are held because their zone is not known, by campaign. */
  public List<Stuck> heldWithoutZone() {
    return stuck(
        """
        t.state = 'HELD' and t.reason = 'ZONE_UNKNOWN'
          and c.state in ('SCHEDULED', 'RUNNING', 'PAUSED')
        """);
  }

  /** Attempts nobody can say the end of, by campaign. */
  public List<Stuck> unconfirmed() {
    return stuck("t.state = 'UNCONFIRMED'");
  }

  private List<Stuck> stuck(String which) {
    return store.read(
        db ->
            Sql.query(
                db,
                "select c.id, c.name, sum(t.people) as people from audience_tally t"
                    + " join campaign c on c.id = t.campaign_id where t.people > 0 and "
                    + which
                    + " group by c.id order by c.id desc",
                row -> new Stuck(row.getLong(1), row.getString(2), row.getLong(3))));
  }

  private static Set<ZoneId> zones(String names) {
    return Arrays.stream(names.split(";"))
        .filter(name -> !name.isEmpty())
        .map(ZoneId::of)
        .collect(Collectors.toUnmodifiableSet());
  }
}
