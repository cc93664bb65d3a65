-- After which outcomes to try again: the rules as JSON; empty where nobody is tried twice.
alter table campaign add column retries text not null default '';
