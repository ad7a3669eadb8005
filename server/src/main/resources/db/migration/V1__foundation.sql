-- Facts and decisions are append-only; judgements are never stored.

create table organisation (
  id uuid primary key,
  name varchar(120) not null,
  created_at timestamptz not null
);

create table account (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  login varchar(80) not null unique,
  name varchar(120) not null,
  role varchar(16) not null check (role in ('LEAD', 'RATER')),
  password_hash varchar(120) not null,
  created_at timestamptz not null
);

-- Before a login nobody's organisation is known, so attempts belong to none.
create table login_attempt (
  subject varchar(120) not null,
  at timestamptz not null
);
create index login_attempt_subject on login_attempt (subject, at);

create table team (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  name varchar(120) not null,
  kind varchar(16) not null check (kind in ('CLASS', 'TEAM')),
  version bigint not null,
  unique (organisation_id, name)
);

create table athlete (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  team_id uuid not null references team,
  given_name varchar(80) not null,
  family_name varchar(80) not null,
  birth_date date,
  height_cm double precision check (height_cm between 80 and 250),
  mass_kg double precision check (mass_kg between 15 and 250),
  leg_length_cm double precision check (leg_length_cm between 30 and 140),
  sport varchar(80),
  side_preference varchar(8) check (side_preference in ('LEFT', 'RIGHT')),
  clearance varchar(16) not null check (clearance in ('NOT_ASKED', 'CLEARED', 'NOT_CLEARED')),
  clearance_on date,
  clearance_by varchar(80),
  version bigint not null
);
create index athlete_team on athlete (team_id);

create table roster_import (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  team_id uuid not null references team on delete cascade,
  file_name varchar(200) not null,
  sheet jsonb not null,
  mapping jsonb not null,
  created_at timestamptz not null,
  confirmed_at timestamptz
);

create table protocol_version (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  protocol_id varchar(60) not null,
  version integer not null,
  body jsonb not null,
  created_at timestamptz not null,
  unique (organisation_id, protocol_id, version)
);

create table screening (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  team_id uuid not null references team,
  name varchar(120) not null,
  held_on date not null,
  protocol_id varchar(60) not null,
  protocol_version integer not null,
  created_at timestamptz not null,
  foreign key (organisation_id, protocol_id, protocol_version) references protocol_version (organisation_id, protocol_id, version)
);
create index screening_team on screening (team_id, held_on);

create table screening_rater (
  organisation_id uuid not null references organisation,
  screening_id uuid not null references screening on delete cascade,
  account_id uuid not null references account,
  primary key (screening_id, account_id)
);

create table fact (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  screening_id uuid not null references screening,
  athlete_id uuid not null references athlete on delete cascade,
  supersedes uuid,
  body jsonb not null,
  author_id uuid not null references account,
  device_at timestamptz not null,
  received_at timestamptz not null
);
create index fact_screening on fact (screening_id, athlete_id, sequence);

create table decision (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  screening_id uuid not null references screening,
  athlete_id uuid not null references athlete on delete cascade,
  kind varchar(16) not null check (kind in ('MOVE', 'LOCK', 'RELEASE')),
  focus varchar(24),
  rung varchar(60),
  proposed_focus varchar(24),
  proposed_rung varchar(60),
  reason varchar(500) not null,
  author_id uuid not null references account,
  at timestamptz not null
);
create index decision_screening on decision (screening_id, athlete_id, sequence);

create table access_log (
  id bigint generated always as identity primary key,
  organisation_id uuid not null references organisation,
  account_id uuid not null references account,
  athlete_id uuid not null,
  action varchar(24) not null,
  at timestamptz not null
);

-- A fact or decision is never rewritten; erasing an athlete deletes it whole.
create function refuse_update() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only', tg_table_name;
end $$;
create trigger fact_append_only before update on fact for each row execute function refuse_update();
create trigger decision_append_only before update on decision for each row execute function refuse_update();

-- Sessions, as Spring Session keeps them.
create table spring_session (
  primary_id char(36) not null primary key,
  session_id char(36) not null unique,
  creation_time bigint not null,
  last_access_time bigint not null,
  max_inactive_interval int not null,
  expiry_time bigint not null,
  principal_name varchar(100)
);
create index spring_session_expiry on spring_session (expiry_time);
create index spring_session_principal on spring_session (principal_name);

create table spring_session_attributes (
  session_primary_id char(36) not null references spring_session on delete cascade,
  attribute_name varchar(200) not null,
  attribute_bytes bytea not null,
  primary key (session_primary_id, attribute_name)
);
