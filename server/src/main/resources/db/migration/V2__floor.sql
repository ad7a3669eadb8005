-- The floor: protocols of several tests, stations, passes for helpers, settled disagreements, live changes.

-- Which heels may be judged is said by name now; the meaning of the protocols stays.
update protocol_version set body = jsonb_set(body, '{tests}', (
  select jsonb_agg((test - 'heelsExempt') || case when (test ->> 'heelsExempt')::boolean then '{"heels":"EXEMPT"}'::jsonb else '{"heels":"JUDGED"}'::jsonb end)
  from jsonb_array_elements(body -> 'tests') test));

-- Conditions name aids with their height, and the treated side instead of a yes or no. The facts say what they said.
alter table fact disable trigger fact_append_only;
update fact set body = jsonb_set(body #- '{conditions,oneSideTreated}', '{conditions,aids}', coalesce((
  select jsonb_agg(jsonb_build_object('kind', aid)) from jsonb_array_elements_text(body #> '{conditions,aids}') aid), '[]'::jsonb))
where body ->> 'kind' = 'trialOpened';
alter table fact enable trigger fact_append_only;

create index fact_trial on fact (screening_id, (body ->> 'trial')) where body ->> 'kind' = 'trialOpened';

-- A helper has no login: only a pass, and an account that carries their name through the book of facts.
alter table account drop constraint account_role_check;
alter table account add constraint account_role_check check (role in ('LEAD', 'RATER', 'HELPER'));

create table hall_plan (
  screening_id uuid primary key references screening on delete cascade,
  organisation_id uuid not null references organisation,
  body jsonb not null,
  version bigint not null
);

create table station_pass (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  screening_id uuid not null references screening on delete cascade,
  station varchar(60) not null,
  helper varchar(60) not null,
  code_hash varchar(64) not null unique,
  account_id uuid references account,
  created_by uuid not null references account,
  created_at timestamptz not null,
  expires_at timestamptz not null,
  revoked_at timestamptz
);
create index station_pass_screening on station_pass (screening_id);

-- Two raters saw it differently; the lead has said which trial counts.
create table settlement (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  screening_id uuid not null references screening,
  athlete_id uuid not null references athlete on delete cascade,
  test varchar(60) not null,
  trial uuid not null,
  reason varchar(500) not null,
  author_id uuid not null references account,
  at timestamptz not null
);
create index settlement_screening on settlement (screening_id, sequence);
create trigger settlement_append_only before update on settlement for each row execute function refuse_update();

-- Every instance hears that a screening has changed.
create function announce_change() returns trigger language plpgsql as $$
begin
  perform pg_notify('screening', new.screening_id::text);
  return null;
end $$;
create trigger fact_announced after insert on fact for each row execute function announce_change();
create trigger settlement_announced after insert on settlement for each row execute function announce_change();
