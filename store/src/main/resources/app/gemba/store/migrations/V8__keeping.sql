-- Keeping people: lists that are used by some, filters that are always current, acts upon many that
-- can be taken back for a while, what was changed of whom, who was forgotten, and access by machine.

alter table list add column note text not null default '';
alter table list add column version integer not null default 1;
alter table list add column deleted_at text;
-- A list that is a filter holds nobody by itself: who is on it is asked each time. JSON.
alter table list add column filter text;
alter table list add column watched integer not null default 0;
-- Who may use a list; none named means everybody.
create table list_user (
  list_id integer not null references list (id),
  user_id integer not null references user_account (id),
  primary key (list_id, user_id)
) strict, without rowid;

alter table person add column deleted_at text;
alter table person add column forgotten_at text;

-- Something done to many people, in steps; what it did of whom, so that it can be taken back.
create table act (
  id integer primary key,
  kind text not null,
  list_id integer references list (id),
  tag_id integer references tag (id),
  selection text not null,
  words text not null,
  state text not null check (state in ('going', 'done', 'going-back', 'taken-back')),
  person_done integer not null default 0,
  people integer not null default 0,
  made_at text not null,
  made_by integer references user_account (id),
  until text not null
) strict;
create index act_going on act (state) where state in ('going', 'going-back');
create table act_person (
  act_id integer not null references act (id),
  person_id integer not null references person (id),
  saved text,
  primary key (act_id, person_id)
) strict, without rowid;

create table person_history (
  id integer primary key,
  person_id integer not null references person (id),
  at text not null,
  user_id integer references user_account (id),
  what text not null,
  before text not null,
  after text not null
) strict;
create index person_history_by_person on person_history (person_id, id);

-- Numbers of people who were forgotten, as a keyed hash: a suppression that reveals nothing.
create table forgotten_number (
  hash text primary key,
  why text not null,
  since text not null
) strict, without rowid;

create table api_token (
  id integer primary key,
  name text not null,
  hash text not null unique,
  user_id integer not null references user_account (id),
  made_at text not null,
  last_used_at text,
  revoked_at text
) strict;
create table answered_request (
  user_id integer not null references user_account (id),
  key text not null,
  body_hash text not null,
  answer text not null,
  at text not null,
  primary key (user_id, key)
) strict, without rowid;

-- A campaign that takes in whoever comes onto its lists while it runs.
alter table campaign add column feeds integer not null default 0;
create table arrival (
  campaign_id integer not null references campaign (id),
  person_id integer not null references person (id),
  primary key (campaign_id, person_id)
) strict, without rowid;
create index campaign_by_list on campaign_list (list_id);
create trigger list_feeds after insert on list_member
begin
  insert or ignore into arrival (campaign_id, person_id)
  select c.id, new.person_id from campaign_list cl join campaign c on c.id = cl.campaign_id
  where cl.list_id = new.list_id and c.feeds = 1 and c.state in ('SCHEDULED', 'RUNNING', 'PAUSED')
    and c.frozen_at is not null;
end;

-- A number of somebody who was forgotten may come again in a file: the no still holds.
create trigger number_was_forgotten after insert on number
when exists (select 1 from forgotten_number)
begin
  insert into suppression (number_id, why, since)
  select new.id, f.why, f.since from forgotten_number f where f.hash = number_hash(new.e164);
end;
