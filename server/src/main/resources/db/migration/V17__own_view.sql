-- What guardians and athletes allow, their own card, and what they ask for.

create table consent (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  sequence bigint generated always as identity,
  athlete_id uuid not null references athlete on delete cascade,
  film boolean not null,
  touch boolean not null,
  landmarks boolean not null,
  given_by varchar(16) not null check (given_by in ('GUARDIAN', 'ATHLETE')),
  given_on date not null,
  author_id uuid not null references account,
  at timestamptz not null
);
create index consent_athlete on consent (athlete_id, sequence);
create trigger consent_append_only before update on consent for each row execute function refuse_update();

-- The code is kept only as a hash; the first device that opens it keeps it.
create table card_link (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  screening_id uuid not null references screening on delete cascade,
  athlete_id uuid not null references athlete on delete cascade,
  code_hash varchar(64) not null unique,
  device_hash varchar(64),
  created_by uuid not null references account,
  created_at timestamptz not null,
  expires_at timestamptz not null,
  opened_at timestamptz,
  revoked_at timestamptz
);
create index card_link_athlete on card_link (athlete_id, created_at);

create table athlete_request (
  id uuid primary key,
  organisation_id uuid not null references organisation,
  athlete_id uuid not null references athlete on delete cascade,
  link_id uuid references card_link on delete set null,
  kind varchar(16) not null check (kind in ('CORRECTION', 'ERASURE')),
  text varchar(1000) not null,
  at timestamptz not null,
  done_at timestamptz,
  done_by uuid references account
);
create index athlete_request_open on athlete_request (organisation_id, at) where done_at is null;
create index athlete_request_athlete on athlete_request (athlete_id);
