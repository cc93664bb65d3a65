-- Calls that agents hold: who held which, how they were marked, and what was promised.

-- A dated promise to call somebody again. It is kept by the next call to them.
create table follow_up (
  id integer primary key,
  campaign_id integer not null references campaign (id),
  member_id integer not null references audience_member (id),
  attempt_id integer not null unique references attempt (id),
  user_id integer not null references user_account (id),
  due text not null,
  note text not null,
  state text not null check (state in ('OPEN', 'KEPT', 'CANCELLED')),
  made_at text not null,
  kept_at text,
  kept_attempt_id integer references attempt (id)
) strict;
create index follow_up_open on follow_up (user_id, due, id) where state = 'OPEN';
create index follow_up_of_campaign on follow_up (campaign_id, user_id);

-- Who was promised something comes before all others when the time has come.
alter table audience_member add column follow_up_id integer references follow_up (id);
create index audience_promised on audience_member (campaign_id, due, id)
  where follow_up_id is not null and state in ('WAITING', 'HELD');

create table agent_call (
  attempt_id integer primary key references attempt (id),
  campaign_id integer not null references campaign (id),
  user_id integer not null references user_account (id),
  dialled_at text not null,
  answered_at text,
  ended_at text,
  -- How it is marked so far: the key of the campaign's outcome, and when a follow-up is due.
  choice text not null default '',
  choice_at text,
  note text not null default '',
  finished_at text
) strict;
create index agent_call_open on agent_call (user_id) where finished_at is null;
create index agent_call_by_day on agent_call (user_id, dialled_at);
create index agent_call_of_campaign on agent_call (campaign_id, user_id);

-- What agents did, by the hour (UTC), kept as it happens: for reports and the floor.
create table agent_hour (
  campaign_id integer not null references campaign (id),
  hour text not null,
  user_id integer not null references user_account (id),
  calls integer not null default 0,
  connects integer not null default 0,
  ready_ms integer not null default 0,
  talk_ms integer not null default 0,
  wrap_up_ms integer not null default 0,
  break_ms integer not null default 0,
  primary key (campaign_id, hour, user_id)
) strict, without rowid;
create index agent_hour_by_hour on agent_hour (hour, user_id);
