-- What is put away is kept and stands in no list of the day.
alter table team add column archived_at timestamptz;
alter table screening add column archived_at timestamptz;

-- Where an athlete was before: what was written of them there goes along.
create table athlete_move (
  athlete_id uuid not null references athlete on delete cascade,
  from_team uuid not null references team on delete cascade,
  organisation_id uuid not null references organisation,
  at timestamptz not null,
  primary key (athlete_id, from_team)
);
create index athlete_move_from on athlete_move (from_team);
create index fact_athlete on fact (athlete_id);

-- How long data are kept, in months after the last screening of whom they are about; empty keeps them.
alter table organisation add column retention_months integer check (retention_months between 1 and 120);
alter table athlete add column created_at timestamptz not null default now();
