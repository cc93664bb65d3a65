package app.gemba.store;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.phone.PhoneNumber;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/** Streams the audience of a draft past its preflight. */
public final class PreflightStore {
  private static final int PAGE = 1000;

  private final Store store;

  /** Over a store. */
  public PreflightStore(Store store) {
    this.store = store;
  }

  /** A person of a draft's audience; {@code personId} is 0 for a typed number nobody has yet. */
  public record AudiencePerson(long personId, String name, Candidate candidate) {}

  /**
   * An import that is not wholly in, and could bring somebody into a draft's audience.
   *
   * @param state running, failed, or going: being taken back
   */
  public record Unfinished(String fileName, String state) {}

  /**
   * Imports onto a draft's lists, and any where one of them is a filter, that are not wholly in.
   */
  public List<Unfinished> unfinishedImports(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select file_name, coalesce(undo_state, state) as state from import
                where id in (%s) and exists (
                  select 1 from campaign_list cl join list l on l.id = cl.list_id
                  where cl.campaign_id = ? and (l.id = import.list_id or l.filter is not null))
                order by id
                """
                    .formatted(UnfinishedImports.IDS),
                row -> new Unfinished(row.getString("file_name"), row.getString("state")),
                campaign));
  }

  /**
   * Passes everybody of a draft's audience to a consumer, in order, until it says no.
   *
   * @param typed the numbers typed into the brief
   */
  public void forEach(
      long campaign,
      Brief brief,
      List<PhoneNumber> typed,
      Instant now,
      Predicate<AudiencePerson> consumer) {
    store.read(
        db -> {
          Audiences audience = new Audiences(db, brief.channel(), brief.purpose(), now);
          List<Long> known = new ArrayList<>();
          for (PhoneNumber number : typed) {
            if (!alreadyThere(db, number, known)
                && !consumer.test(
                    new AudiencePerson(
                        0, "", new Candidate(0, Audiences.unknown(number), Map.of())))) {
              return null;
            }
          }
          streamKnown(db, audience, campaign, known, consumer);
          return null;
        });
  }

  /** Whether a typed number is somebody's; whose, is noted, so that they are met with the rest. */
  private static boolean alreadyThere(Connection db, PhoneNumber number, List<Long> known)
      throws SQLException {
    List<Long> owner =
        Sql.query(
            db,
            """
            select min(pn.person_id) from number n join person_number pn on pn.number_id = n.id
            where n.e164 = ? having count(*) > 0
            """,
            row -> row.getLong(1),
            number.e164());
    known.addAll(owner);
    return !owner.isEmpty();
  }

  private static void streamKnown(
      Connection db,
      Audiences audience,
      long campaign,
      List<Long> typedPeople,
      Predicate<AudiencePerson> consumer)
      throws SQLException {
    long after = 0;
    while (true) {
      List<Audiences.Member> page = audience.page(campaign, typedPeople, after, PAGE);
      for (Audiences.Member member : page) {
        AudiencePerson person =
            new AudiencePerson(member.personId(), member.name(), member.candidate());
        if (!consumer.test(person)) {
          return;
        }
        after = member.personId();
      }
      if (page.size() < PAGE) {
        return;
      }
    }
  }
}
