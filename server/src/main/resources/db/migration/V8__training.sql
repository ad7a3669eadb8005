-- Where groups train: kit with its sizes, places, and who supervises when.
create table training_hall (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  name varchar(80) not null,
  inventory jsonb not null,
  version bigint not null
);
create index training_hall_organisation on training_hall (organisation_id, name);

-- The groups that the lead has opened: under which limits, and who trains where. The last of a screening counts.
create table formation (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  screening_id uuid not null references screening on delete cascade,
  body jsonb not null,
  author_id uuid not null references account,
  at timestamptz not null
);
create index formation_screening on formation (screening_id, sequence);
create trigger formation_append_only before update on formation for each row execute function refuse_update();

create table formation_member (
  formation_id uuid not null references formation on delete cascade,
  organisation_id uuid not null references organisation,
  athlete_id uuid not null references athlete on delete cascade,
  place integer not null,
  rung varchar(60) not null,
  -- training has shown that the athlete stands there, whatever the screen could show
  earned boolean not null,
  primary key (formation_id, athlete_id)
);
create index formation_member_athlete on formation_member (athlete_id);
create trigger formation_member_append_only before update on formation_member for each row execute function refuse_update();

-- A training block: when, with what each group and each athlete does. The last of a screening counts.
create table training_block (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  screening_id uuid not null references screening on delete cascade,
  body jsonb not null,
  author_id uuid not null references account,
  at timestamptz not null
);
create index training_block_screening on training_block (screening_id, sequence);
create trigger training_block_append_only before update on training_block for each row execute function refuse_update();

create table prescription (
  block_id uuid not null references training_block on delete cascade,
  organisation_id uuid not null references organisation,
  athlete_id uuid not null references athlete on delete cascade,
  place integer not null,
  body jsonb not null,
  primary key (block_id, athlete_id)
);
create trigger prescription_append_only before update on prescription for each row execute function refuse_update();

-- What happened in a session, as a device has told it: attendance, what was done, pain.
create table training_fact (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  block_id uuid not null references training_block on delete cascade,
  athlete_id uuid not null references athlete on delete cascade,
  body jsonb not null,
  author_id uuid not null references account,
  device_at timestamptz not null,
  received_at timestamptz not null
);
create index training_fact_block on training_fact (block_id, sequence);
create trigger training_fact_append_only before update on training_fact for each row execute function refuse_update();
