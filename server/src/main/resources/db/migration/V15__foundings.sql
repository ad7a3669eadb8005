-- With such a code another organisation begins on this installation, once and soon; the database knows its hash only.
create table founding (
  code_hash varchar(64) primary key,
  expires_at timestamptz not null,
  used_at timestamptz
);
