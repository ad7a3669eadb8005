-- Somebody who has left signs in no more; what they wrote stays, with or without their name.
alter table account add column disabled_at timestamptz;
alter table account add column gone boolean not null default false;

-- A link with which somebody chooses a new password, once and soon; the database knows its hash only.
create table account_reset (
  code_hash varchar(64) primary key,
  organisation_id uuid not null references organisation,
  account_id uuid not null references account on delete cascade,
  created_by uuid not null references account,
  expires_at timestamptz not null,
  used_at timestamptz
);
create index account_reset_account on account_reset (account_id);
