-- What raters made of simulated athletes: each place with its true grade and the one that was set.
create table practice (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  account_id uuid not null references account,
  protocol varchar(60) not null,
  test varchar(60) not null,
  compared jsonb not null,
  done_at timestamptz not null
);
create index practice_protocol on practice (organisation_id, protocol, sequence);
create trigger practice_append_only before update on practice for each row execute function refuse_update();
