-- Facts are whole: what an older product left out of the conditions is said now as it was meant, nothing.
alter table fact disable trigger fact_append_only;
update fact set body = jsonb_set(body, '{conditions}',
  '{"load":{"position":"NONE","kilograms":0},"arms":"AS_IN_TEST","turnOut":{},"aids":[],"shoes":false,"archAssisted":false}'::jsonb || (body -> 'conditions'))
where body ->> 'kind' = 'trialOpened' and jsonb_typeof(body -> 'conditions') = 'object';
alter table fact enable trigger fact_append_only;

-- A login counts from before it is checked; a device that has signed in before counts by itself.
alter table login_attempt add column id uuid not null default gen_random_uuid(), add column failed boolean not null default true;

create table known_device (
  device_hash varchar(64) not null,
  account_id uuid not null references account on delete cascade,
  organisation_id uuid not null references organisation,
  seen_at timestamptz not null,
  primary key (device_hash, account_id)
);

-- The phone that has taken a pass: with its next code a helper goes on under the same account.
alter table station_pass add column device_hash varchar(64);
