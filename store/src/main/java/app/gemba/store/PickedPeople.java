package app.gemba.store;

import app.gemba.core.campaign.PersonState;
import java.util.List;
import java.util.Optional;

/** People who are in a draft's audience by themselves, picked by hand. */
public final class PickedPeople {
  private final Store store;

  /** Over a store. */
  public PickedPeople(Store store) {
    this.store = store;
  }

  /** Puts people into a draft's audience by hand. */
  public void add(long campaign, List<Long> people) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.update(
                    db,
                    """
                    insert or ignore into campaign_person (campaign_id, person_id)
                    select ?, p.id from json_each(?) j join person p on p.id = j.value
                    """,
                    campaign,
                    Json.write(people)));
  }

  /** Puts the people of one place of a campaign's report into a draft's audience. */
  public void addFrom(long draft, long campaign, PersonState state, Optional<String> reason) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.update(
                    db,
                    """
                    insert or ignore into campaign_person (campaign_id, person_id)
                    select ?1, person_id from audience_member
                    where campaign_id = ?2 and state = ?3
                      and (?4 is null or coalesce(reason, '') = ?4)
                    """,
                    draft,
                    campaign,
                    state,
                    reason));
  }

  /** Ids of those who were picked by hand, in order. */
  public List<Long> of(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                "select person_id from campaign_person where campaign_id = ? order by person_id",
                row -> row.getLong(1),
                campaign));
  }

  /** Takes everybody out again who was picked by hand. */
  public void clear(long campaign) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> Sql.update(db, "delete from campaign_person where campaign_id = ?", campaign));
  }
}
