-- Each organisation has an owner; where there was none it is whoever has been its lead for longest. A viewer looks and changes nothing.
alter table account drop constraint account_role_check;
alter table account add constraint account_role_check check (role in ('OWNER', 'LEAD', 'RATER', 'VIEWER', 'HELPER'));
update account set role = 'OWNER' where id in (
  select distinct on (organisation_id) id from account
  where role = 'LEAD' and not gone order by organisation_id, disabled_at nulls first, created_at, id);
-- what somebody may do is kept in their session
delete from spring_session where principal_name in (select login from account where role = 'OWNER');

-- Codes of an app as a second factor; the last step that was used opens nothing again.
create table second_factor (
  account_id uuid primary key references account on delete cascade,
  organisation_id uuid not null references organisation,
  secret varchar(64) not null,
  confirmed_at timestamptz,
  last_step bigint not null default 0
);
-- For whoever has lost the app, each once; the database knows their hashes only.
create table recovery_code (
  account_id uuid not null references account on delete cascade,
  organisation_id uuid not null references organisation,
  code_hash varchar(64) not null,
  primary key (account_id, code_hash)
);
