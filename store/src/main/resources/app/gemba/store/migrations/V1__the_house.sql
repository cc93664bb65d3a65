-- One house, its people, what they agreed to, its campaigns and what came of them.
-- Instants are ISO 8601 texts in UTC with milliseconds; money is integer millionths.

create table house (
  id integer primary key check (id = 1),
  name text not null,
  zone text not null,
  region text not null,
  currency text not null,
  version integer not null default 1
) strict;

-- Where the business clock last was, so that a demo goes on where it was left.
create table business_clock (
  id integer primary key check (id = 1),
  last_seen text not null
) strict;

create table switch (
  name text primary key,
  is_on integer not null check (is_on in (0, 1)),
  changed_at text not null,
  changed_by integer references user_account (id)
) strict;

create table user_account (
  id integer primary key,
  login text not null unique collate nocase,
  name text not null,
  password_hash text not null,
  role text not null,
  created_at text not null,
  disabled_at text
) strict;

create table user_session (
  id text primary key,
  login text,
  content blob not null,
  last_used integer not null,
  expires integer not null
) strict;
create index user_session_expires on user_session (expires);

create table audit (
  id integer primary key,
  at text not null,
  user_id integer references user_account (id),
  act text not null,
  subject text not null,
  detail text not null
) strict;
create trigger audit_is_append_only_update before update on audit
begin select raise(abort, 'the audit log is append-only'); end;
create trigger audit_is_append_only_delete before delete on audit
begin select raise(abort, 'the audit log is append-only'); end;

-- People are surrogates; what is personal stands in person_detail and number alone.
create table person (
  id integer primary key,
  taken_in_at text not null
) strict;

create table person_detail (
  person_id integer primary key references person (id),
  own_id text,
  name text not null,
  first_name text not null,
  email text,
  fields text not null,
  version integer not null default 1
) strict;
create unique index person_by_own_id on person_detail (own_id) where own_id is not null;
create index person_by_email on person_detail (email) where email is not null;
create index person_by_name on person_detail (name collate nocase, person_id);

create table number (
  id integer primary key,
  e164 text not null unique,
  line_type text not null,
  region text not null,
  zones text not null
) strict;

create table person_number (
  person_id integer not null references person (id),
  position integer not null,
  number_id integer not null references number (id),
  primary key (person_id, position),
  unique (person_id, number_id)
) strict, without rowid;
create index person_number_by_number on person_number (number_id, person_id);

create table list (
  id integer primary key,
  name text not null unique collate nocase,
  created_at text not null,
  created_by integer references user_account (id),
  people integer not null default 0
) strict;

create table list_member (
  list_id integer not null references list (id),
  person_id integer not null references person (id),
  primary key (list_id, person_id)
) strict, without rowid;
create index list_member_by_person on list_member (person_id);
create trigger list_gains after insert on list_member
begin update list set people = people + 1 where id = new.list_id; end;
create trigger list_loses after delete on list_member
begin update list set people = people - 1 where id = old.list_id; end;

create table import (
  id integer primary key,
  file_name text not null,
  stored_as text not null,
  sha256 text not null,
  state text not null check (state in ('draft', 'running', 'done', 'failed', 'discarded')),
  region text not null,
  row_count integer not null,
  cut_off_line integer,
  plan text,
  list_id integer references list (id),
  rows_done integer not null default 0,
  rows_new integer not null default 0,
  rows_merged integer not null default 0,
  rows_rejected integer not null default 0,
  uploaded_at text not null,
  uploaded_by integer references user_account (id),
  started_at text,
  ended_at text,
  failure text
) strict;

create table import_row (
  import_id integer not null references import (id),
  row_number integer not null,
  outcome text not null check (outcome in ('new', 'merged', 'rejected')),
  person_id integer references person (id),
  reason text,
  primary key (import_id, row_number)
) strict, without rowid;

create table import_reject (
  import_id integer not null references import (id),
  reason text not null,
  rows integer not null,
  primary key (import_id, reason)
) strict, without rowid;
create trigger import_counts_rejects after insert on import_row when new.outcome = 'rejected'
begin
  insert into import_reject (import_id, reason, rows) values (new.import_id, new.reason, 1)
  on conflict (import_id, reason) do update set rows = rows + 1;
end;

-- The consent ledger. Refers to numbers by surrogate; the current state is kept beside it.
create table consent_record (
  id integer primary key,
  number_id integer not null references number (id),
  channel text not null,
  purpose text not null,
  word text not null check (word in ('YES', 'NO')),
  said_on text,
  how text not null,
  import_id integer references import (id),
  import_row integer,
  recorded_by integer references user_account (id),
  recorded_at text not null
) strict;
create index consent_record_by_number on consent_record (number_id);
create trigger consent_is_append_only_update before update on consent_record
begin select raise(abort, 'the consent ledger is append-only'); end;
create trigger consent_is_append_only_delete before delete on consent_record
begin select raise(abort, 'the consent ledger is append-only'); end;

create table consent_state (
  number_id integer not null references number (id),
  channel text not null,
  purpose text not null,
  word text not null,
  record_id integer not null references consent_record (id),
  primary key (number_id, channel, purpose)
) strict, without rowid;
-- Where two records about one number disagree, the no wins.
create trigger consent_state_follows after insert on consent_record
begin
  insert into consent_state (number_id, channel, purpose, word, record_id)
  values (new.number_id, new.channel, new.purpose, new.word, new.id)
  on conflict (number_id, channel, purpose) do update
    set word = excluded.word, record_id = excluded.record_id
    where consent_state.word = 'YES';
end;

create table suppression (
  id integer primary key,
  number_id integer not null references number (id),
  channel text,
  purpose text,
  why text not null,
  since text not null,
  until text,
  added_by integer references user_account (id)
) strict;
create index suppression_by_number on suppression (number_id);

create table sms_network (
  id integer primary key check (id = 1),
  kind text not null check (kind in ('stand-in', 'smpp')),
  host text not null,
  port integer not null,
  system_id text not null,
  password text not null,
  send_window integer not null,
  version integer not null default 1
) strict;

create table sender (
  id integer primary key,
  address text not null unique,
  label text not null,
  price_micros integer not null check (price_micros >= 0),
  version integer not null default 1
) strict;

create table campaign (
  id integer primary key,
  name text not null,
  channel text not null,
  purpose text not null,
  message text not null,
  when_blank text not null,
  sender_id integer references sender (id),
  typed_numbers text not null,
  hours_from text not null,
  hours_to text not null,
  hours_days text not null,
  hours_clock text not null check (hours_clock in ('HOUSE', 'OWN')),
  per_minute integer not null,
  start_mode text not null check (start_mode in ('NOW', 'AT', 'AT_OWN')),
  start_at text,
  state text not null,
  version integer not null default 1,
  created_at text not null,
  created_by integer references user_account (id),
  changed_at text not null,
  launched_at text,
  launched_by integer references user_account (id),
  launch_key text unique,
  frozen_at text,
  began_at text,
  ended_at text,
  price_micros integer,
  pack_version text,
  network_kind text
) strict;
create index campaign_by_state on campaign (state);

create table campaign_list (
  campaign_id integer not null references campaign (id),
  list_id integer not null references list (id),
  primary key (campaign_id, list_id)
) strict, without rowid;

-- The audience as it was frozen at launch. Each person is in exactly one state.
create table audience_member (
  id integer primary key,
  campaign_id integer not null references campaign (id),
  person_id integer not null references person (id),
  number_id integer references number (id),
  twice integer not null default 0,
  state text not null,
  reason text,
  due text,
  changed_at text not null,
  unique (campaign_id, person_id)
) strict;
create unique index audience_number_once on audience_member (campaign_id, number_id)
  where twice = 0 and number_id is not null;
create index audience_due on audience_member (campaign_id, due, id)
  where state in ('WAITING', 'HELD');
create index audience_by_state on audience_member (campaign_id, state, reason, id);

create table audience_tally (
  campaign_id integer not null references campaign (id),
  state text not null,
  reason text not null,
  people integer not null,
  primary key (campaign_id, state, reason)
) strict, without rowid;
create trigger audience_gains after insert on audience_member
begin
  insert into audience_tally (campaign_id, state, reason, people)
  values (new.campaign_id, new.state, coalesce(new.reason, ''), 1)
  on conflict (campaign_id, state, reason) do update set people = people + 1;
end;
create trigger audience_moves after update of state, reason on audience_member
when old.state is not new.state or old.reason is not new.reason
begin
  update audience_tally set people = people - 1
  where campaign_id = old.campaign_id and state = old.state and reason = coalesce(old.reason, '');
  insert into audience_tally (campaign_id, state, reason, people)
  values (new.campaign_id, new.state, coalesce(new.reason, ''), 1)
  on conflict (campaign_id, state, reason) do update set people = people + 1;
end;

create table attempt (
  id integer primary key,
  campaign_id integer not null references campaign (id),
  member_id integer not null references audience_member (id),
  number_id integer not null references number (id),
  try integer not null,
  text text not null,
  segments integer not null,
  cost_micros integer not null,
  claimed_at text not null,
  ledger_position integer not null,
  campaign_version integer not null,
  unique (campaign_id, number_id, try)
) strict;
create index attempt_by_member on attempt (member_id);
create index attempt_by_number on attempt (number_id, id);

create table attempt_part (
  attempt_id integer not null references attempt (id),
  part integer not null,
  state text not null,
  message_id text,
  reference integer not null,
  primary key (attempt_id, part)
) strict, without rowid;
create index attempt_part_by_message on attempt_part (message_id) where message_id is not null;
create index attempt_part_open on attempt_part (attempt_id) where state in ('CLAIMED', 'UNCONFIRMED');

-- Everything a network said, as it came. Receipts that belong to nothing yet wait here too.
create table wire_event (
  id integer primary key,
  at text not null,
  kind text not null,
  attempt_id integer references attempt (id),
  part integer,
  message_id text,
  detail text not null
) strict;
create index wire_event_by_attempt on wire_event (attempt_id) where attempt_id is not null;
create index wire_event_waiting on wire_event (message_id) where attempt_id is null;

create table incoming_text (
  id integer primary key,
  at text not null,
  number_id integer not null references number (id),
  to_address text not null,
  text text not null,
  opt_out integer not null check (opt_out in (0, 1)),
  campaign_id integer references campaign (id),
  member_id integer references audience_member (id)
) strict;
create index incoming_by_number on incoming_text (number_id, id);
create index incoming_by_campaign on incoming_text (campaign_id, id);

create table campaign_total (
  campaign_id integer primary key references campaign (id),
  attempts integer not null,
  segments integer not null,
  cost_micros integer not null,
  replies integer not null,
  opt_outs integer not null
) strict;
-- People who are in an audience by themselves: typed, or picked by hand.
create table campaign_person (
  campaign_id integer not null references campaign (id),
  person_id integer not null references person (id),
  primary key (campaign_id, person_id)
) strict, without rowid;

create trigger campaign_spends after insert on attempt
begin
  insert into campaign_total (campaign_id, attempts, segments, cost_micros, replies, opt_outs)
  values (new.campaign_id, 1, new.segments, new.cost_micros, 0, 0)
  on conflict (campaign_id) do update
    set attempts = attempts + 1, segments = segments + excluded.segments,
        cost_micros = cost_micros + excluded.cost_micros;
end;
create trigger campaign_hears after insert on incoming_text when new.campaign_id is not null
begin
  insert into campaign_total (campaign_id, attempts, segments, cost_micros, replies, opt_outs)
  values (new.campaign_id, 0, 0, 0, 1 - new.opt_out, new.opt_out)
  on conflict (campaign_id) do update
    set replies = replies + excluded.replies, opt_outs = opt_outs + excluded.opt_outs;
end;
