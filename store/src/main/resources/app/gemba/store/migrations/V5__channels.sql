-- What further channels bring: their content, their price, their wire, their outcomes.

-- How a WhatsApp or a voice campaign says what it says, as JSON; blank for texts.
alter table campaign add column chat text not null default '';
alter table campaign add column call text not null default '';
-- What the sender cost when the campaign was launched, as JSON.
alter table campaign add column tariff text;

-- A sender speaks on one or more channels, each with its price in millionths.
alter table sender add column channels text not null default 'SMS';
alter table sender add column chat_micros integer not null default 0;
alter table sender add column attempt_micros integer not null default 0;
alter table sender add column minute_micros integer not null default 0;
alter table sender add column step_seconds integer not null default 60;

-- How the house reaches the networks of channels other than texts; settings as JSON.
create table network (
  channel text primary key,
  kind text not null check (kind in ('stand-in', 'real')),
  settings text not null
) strict;

create table chat_template (
  id integer primary key,
  name text not null,
  category text not null,
  language text not null,
  body text not null,
  state text not null check (state in ('SUBMITTED', 'APPROVED', 'REJECTED')),
  reason text not null default '',
  submitted_at text not null,
  submitted_by integer references user_account (id),
  decided_at text,
  unique (name, language)
) strict;

-- Callbacks that were heard, so that none is heard twice.
create table callback_heard (
  id text primary key,
  at text not null
) strict, without rowid;

-- Sounds of the house: WAV files of one channel at 8 kHz. They stand here so that a backup is whole;
-- what was recorded of calls is too much for that, and lies in the data folder.
create table sound (
  id integer primary key,
  name text not null,
  samples integer not null,
  content blob not null,
  made_at text not null,
  made_by integer references user_account (id)
) strict;

-- How an attempt ended, where it is more than a text that arrived.
alter table attempt add column outcome text;

-- What is known of a call beside its outcome.
create table call_record (
  attempt_id integer primary key references attempt (id),
  answered_ms integer not null,
  heard_ms integer not null,
  message_ms integer not null,
  key text not null,
  cause text not null,
  marks text not null
) strict;

alter table incoming_text add column channel text not null default 'SMS';
create index incoming_window on incoming_text (channel, number_id, at);

drop trigger slot_ended;
create trigger slot_ended after update of state on audience_member
when new.state in ('REACHED', 'FAILED', 'EXPIRED', 'NOT_REACHED') and old.state <> new.state
begin
  insert into campaign_slot (campaign_id, slot, reached, failed)
  values (new.campaign_id, substr(new.changed_at, 1, 15) || '0:00.000Z',
    new.state = 'REACHED', new.state <> 'REACHED')
  on conflict (campaign_id, slot) do update
    set reached = reached + excluded.reached, failed = failed + excluded.failed;
end;
