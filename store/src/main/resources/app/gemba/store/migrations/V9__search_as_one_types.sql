-- People are found by the first letters of any of their words, however many have the same: each
-- length that one types through has an index of its own. Merging less often costs a search little
-- and spares an import much of its time; see docs/decisions/0014. The words come as they are to be
-- compared, so that nothing is left to the tokenizer; they are put in when the house is opened.
drop table person_search;
create virtual table person_search using fts5 (
  words, content = '', contentless_delete = 1, detail = 'none',
  tokenize = 'ascii', prefix = '1 2 3 4 5 6');
insert into person_search (person_search, rank) values ('automerge', 8);
insert into person_search (person_search, rank) values ('deletemerge', 0);

-- Whoever wrote first was not found by a part of their number when they came in a file later.
insert into number_search (rowid, digits)
  select id, substr(e164, 2) from number
  where id not in (select id from number_search_docsize) and e164 not like '+999%';

-- That a person has a number once is held by the index by number, which is there anyhow.
create table person_number_kept (
  person_id integer not null references person (id),
  position integer not null,
  number_id integer not null references number (id),
  label text not null default '',
  extension text not null default '',
  primary key (person_id, position)
) strict, without rowid;
insert into person_number_kept (person_id, position, number_id, label, extension)
  select person_id, position, number_id, label, extension from person_number;
drop table person_number;
alter table person_number_kept rename to person_number;
create unique index person_number_by_number on person_number (number_id, person_id);

create index person_deleted on person (id) where deleted_at is not null;
