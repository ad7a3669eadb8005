-- A short screening follows a whole one: it looks at some athletes in some tests, and carries over the rest.
alter table screening add column follows uuid references screening;

create table asked_look (
  screening_id uuid not null references screening on delete cascade,
  organisation_id uuid not null references organisation,
  athlete_id uuid not null references athlete on delete cascade,
  test varchar(60) not null,
  primary key (screening_id, athlete_id, test)
);
create index asked_look_athlete on asked_look (athlete_id);
