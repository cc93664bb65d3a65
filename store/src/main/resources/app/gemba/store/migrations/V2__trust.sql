-- What happened when, in slots of ten minutes, kept as it happens: for lanes and reports over time.
create table campaign_slot (
  campaign_id integer not null references campaign (id),
  slot text not null,
  sent integer not null default 0,
  reached integer not null default 0,
  failed integer not null default 0,
  replies integer not null default 0,
  primary key (campaign_id, slot)
) strict, without rowid;
create index campaign_slot_by_slot on campaign_slot (slot, campaign_id);
insert into campaign_slot (campaign_id, slot, sent)
  select campaign_id, substr(claimed_at, 1, 15) || '0:00.000Z', count(*) from attempt
  where try > 0 group by 1, 2;
create trigger slot_sent after insert on attempt
begin
  insert into campaign_slot (campaign_id, slot, sent)
  values (new.campaign_id, substr(new.claimed_at, 1, 15) || '0:00.000Z', 1)
  on conflict (campaign_id, slot) do update set sent = sent + 1;
end;
create trigger slot_not_sent after update of try on attempt when new.try < 0 and old.try > 0
begin
  update campaign_slot set sent = sent - 1
  where campaign_id = new.campaign_id and slot = substr(new.claimed_at, 1, 15) || '0:00.000Z';
end;
create trigger slot_ended after update of state on audience_member
when new.state in ('REACHED', 'FAILED', 'EXPIRED') and old.state <> new.state
begin
  insert into campaign_slot (campaign_id, slot, reached, failed)
  values (new.campaign_id, substr(new.changed_at, 1, 15) || '0:00.000Z',
    new.state = 'REACHED', new.state <> 'REACHED')
  on conflict (campaign_id, slot) do update
    set reached = reached + excluded.reached, failed = failed + excluded.failed;
end;
create trigger slot_heard after insert on incoming_text when new.campaign_id is not null
begin
  insert into campaign_slot (campaign_id, slot, replies)
  values (new.campaign_id, substr(new.at, 1, 15) || '0:00.000Z', 1)
  on conflict (campaign_id, slot) do update set replies = replies + 1;
end;

alter table campaign add column limit_micros integer;
-- A test of a draft is a campaign of its own to one number, not shown among the others.
alter table campaign add column test_of integer references campaign (id);

-- Words by which people are found as one types.
create table person_word (
  word text not null,
  person_id integer not null references person (id),
  primary key (word, person_id)
) strict, without rowid;
create index person_word_by_person on person_word (person_id);
insert or ignore into person_word (word, person_id)
  select lower(name), person_id from person_detail where name <> ''
  union select lower(email), person_id from person_detail where email is not null
  union select lower(own_id), person_id from person_detail where own_id is not null;

create table text_idea (
  id integer primary key,
  text text not null,
  note text not null,
  created_at text not null,
  created_by integer references user_account (id)
) strict;

-- A reply waits for a person until somebody has read it; an opt-out is understood by itself.
alter table incoming_text add column read_at text;
create index incoming_unread on incoming_text (id) where read_at is null and opt_out = 0;

-- Whether a file's first row is a header: as it was found out, or as somebody said.
alter table import add column has_header integer;
create index import_by_content on import (sha256);
