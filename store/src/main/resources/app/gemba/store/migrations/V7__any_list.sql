-- Files of any kind taken in: how each was read, what was put right in it, what it changed.

alter table person_detail add column last_name text not null default '';
update person_detail set last_name = ltrim(substr(name, length(first_name) + 1))
  where first_name <> '' and name like first_name || '%';
alter table person_number add column label text not null default '';
alter table person_number add column extension text not null default '';

create table tag (
  id integer primary key,
  name text not null unique collate nocase
) strict;
create table person_tag (
  tag_id integer not null references tag (id),
  person_id integer not null references person (id),
  primary key (tag_id, person_id)
) strict, without rowid;
create index person_tag_by_person on person_tag (person_id);

-- Custom fields, with what each holds; the values stand with the person.
create table field (
  id integer primary key,
  key text not null unique,
  name text not null,
  type text not null check (type in ('TEXT', 'NUMBER', 'DATE', 'YES_NO', 'CHOICE')),
  choices text not null default '[]',
  made_at text not null
) strict;
insert into field (key, name, type, made_at)
  select distinct j.key, upper(substr(j.key, 1, 1)) || replace(substr(j.key, 2), '_', ' '), 'TEXT',
    strftime('%Y-%m-%dT%H:%M:%fZ')
  from person_detail d join json_each(d.fields) j;

-- How the file is read (JSON), where a run that was cut short went on, what became of taking it back.
alter table import add column look text;
alter table import add column edits integer not null default 0;
alter table import add column resumed_at_row integer;
alter table import add column undo_state text check (undo_state in ('going', 'done'));
alter table import add column undo_row integer not null default 0;
alter table import add column undo_kept integer not null default 0;
alter table import add column undone_at text;
alter table import add column folder text;

-- Who came onto a list by an import: until it is done nobody of it is contacted.
alter table list_member add column import_id integer references import (id);

create table import_edit (
  import_id integer not null references import (id),
  row_number integer not null,
  column_index integer not null,
  value text not null,
  primary key (import_id, row_number, column_index)
) strict, without rowid;
create table import_decision (
  import_id integer not null references import (id),
  row_number integer not null,
  target text not null,
  rule text not null,
  primary key (import_id, row_number, target)
) strict, without rowid;
-- What an import changed of people who were known before it: the journal that taking it back reads.
create table import_change (
  import_id integer not null references import (id),
  person_id integer not null references person (id),
  before text not null,
  after text not null,
  primary key (import_id, person_id)
) strict, without rowid;
create index import_row_by_person on import_row (person_id) where person_id is not null;

-- How files of one shape are taken in, by their headers.
create table mapping (
  id integer primary key,
  name text not null,
  headers text not null unique,
  plan text not null,
  version integer not null default 1,
  used_at text not null,
  made_by integer references user_account (id)
) strict;

create index audience_by_person on audience_member (person_id);

-- Who was last contacted when, by which channel, and how it ended: for filters, kept as it happens.
create table last_contact (
  person_id integer primary key references person (id),
  at text not null,
  channel text not null,
  attempt_id integer not null references attempt (id),
  outcome text not null default ''
) strict;
create index last_contact_by_time on last_contact (at);
insert into last_contact (person_id, at, channel, attempt_id, outcome)
  select m.person_id, max(a.claimed_at), c.channel, a.id, m.state
  from attempt a join audience_member m on m.id = a.member_id join campaign c on c.id = a.campaign_id
  where a.try > 0 group by m.person_id;
create trigger contact_is_last after insert on attempt when new.try > 0
begin
  insert into last_contact (person_id, at, channel, attempt_id, outcome)
  select m.person_id, new.claimed_at, c.channel, new.id, m.state
  from audience_member m join campaign c on c.id = m.campaign_id where m.id = new.member_id
  on conflict (person_id) do update set at = excluded.at, channel = excluded.channel,
    attempt_id = excluded.attempt_id, outcome = excluded.outcome;
end;
create trigger contact_ends after update of state on audience_member when old.state <> new.state
begin
  update last_contact set outcome = new.state
  where person_id = new.person_id
    and attempt_id in (select id from attempt where member_id = new.id);
end;

-- The words and the digits by which people are found as one types.
drop table person_word;
create virtual table person_search using fts5 (
  words, content = '', contentless_delete = 1, detail = 'none',
  tokenize = "unicode61 remove_diacritics 2", prefix = '1 2 3');
insert into person_search (rowid, words)
  select person_id, name || ' ' || coalesce(email, '') || ' ' || coalesce(own_id, '') || ' '
    || coalesce((select group_concat(value, ' ') from json_each(fields)), '') from person_detail;
create virtual table number_search using fts5 (
  digits, content = '', contentless_delete = 1, tokenize = 'trigram');
insert into number_search (rowid, digits) select id, substr(e164, 2) from number;

alter table suppression add column import_id integer references import (id);
create index suppression_by_import on suppression (import_id) where import_id is not null;
