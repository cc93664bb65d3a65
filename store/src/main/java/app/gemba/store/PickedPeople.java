package app.gemba.store;

import java.util.List;

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

  /** Puts the people of a part of a campaign's audience into a draft's. */
  public void addFrom(long draft, long campaign, ReportStore.Part part) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.update(
                    db,
                    """
                    insert or ignore into campaign_person (campaign_id, person_id)
                    select ?1, m.person_id from audience_member m
                    where m.campaign_id = ?2 and (?3 is null or m.state in (select value from json_each(?3)))
                      and (?4 is null or coalesce(m.reason, '') in (select value from json_each(?4)))
                      and (?5 is null or exists (select 1 from list_member lm
                        where lm.list_id = ?5 and lm.person_id = m.person_id))
                      and (?6 is null or substr(m.due, 1, 13) = ?6)
                    """,
                    draft,
                    campaign,
                    part.stateNames(),
                    part.reasonNames(),
                    part.list(),
                    part.hour()));
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
