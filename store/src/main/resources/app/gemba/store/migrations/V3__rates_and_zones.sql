-- What a sender may say a minute, counted in messages (parts) on the wire; none where it has no cap.
alter table sender add column per_minute integer check (per_minute > 0);

-- People of a launched audience who still wait or are held, by the zones they could be in, kept as
-- it happens: lanes and forecasts ask for it at every look.
create table audience_waiting (
  campaign_id integer not null references campaign (id),
  zones text not null,
  people integer not null,
  primary key (campaign_id, zones)
) strict, without rowid;
insert into audience_waiting (campaign_id, zones, people)
  select m.campaign_id, coalesce(n.zones, ''), count(*) from audience_member m
  left join number n on n.id = m.number_id
  where m.state in ('WAITING', 'HELD') group by 1, 2;
create trigger waiting_comes after insert on audience_member when new.state in ('WAITING', 'HELD')
begin
  insert into audience_waiting (campaign_id, zones, people)
  values (new.campaign_id, coalesce((select zones from number where id = new.number_id), ''), 1)
  on conflict (campaign_id, zones) do update set people = people + 1;
end;
create trigger waiting_goes after update of state on audience_member
when old.state in ('WAITING', 'HELD') and new.state not in ('WAITING', 'HELD')
begin
  update audience_waiting set people = people - 1 where campaign_id = old.campaign_id
    and zones = coalesce((select zones from number where id = old.number_id), '');
end;
create trigger waiting_comes_back after update of state on audience_member
when new.state in ('WAITING', 'HELD') and old.state not in ('WAITING', 'HELD')
begin
  insert into audience_waiting (campaign_id, zones, people)
  values (new.campaign_id, coalesce((select zones from number where id = new.number_id), ''), 1)
  on conflict (campaign_id, zones) do update set people = people + 1;
end;
-- A number's zones change only while its people of live campaigns are moved along.
create index audience_by_number on audience_member (number_id) where state in ('WAITING', 'HELD');
create trigger waiting_moves after update of zones on number when old.zones <> new.zones
begin
  update audience_waiting set people = people - (
      select count(*) from audience_member m where m.number_id = new.id
        and m.state in ('WAITING', 'HELD') and m.campaign_id = audience_waiting.campaign_id)
    where zones = old.zones and campaign_id in (
      select campaign_id from audience_member where number_id = new.id
        and state in ('WAITING', 'HELD'));
  insert into audience_waiting (campaign_id, zones, people)
    select campaign_id, new.zones, count(*) from audience_member
    where number_id = new.id and state in ('WAITING', 'HELD') group by campaign_id
    on conflict (campaign_id, zones) do update set people = people + excluded.people;
end;
