-- A roster or a screening that is deleted leaves nothing behind.
alter table screening drop constraint screening_team_id_fkey;
alter table screening add foreign key (team_id) references team on delete cascade;
alter table athlete drop constraint athlete_team_id_fkey;
alter table athlete add foreign key (team_id) references team on delete cascade;
alter table fact drop constraint fact_screening_id_fkey;
alter table fact add foreign key (screening_id) references screening on delete cascade;
alter table decision drop constraint decision_screening_id_fkey;
alter table decision add foreign key (screening_id) references screening on delete cascade;
alter table settlement drop constraint settlement_screening_id_fkey;
alter table settlement add foreign key (screening_id) references screening on delete cascade;
create index screening_follows on screening (follows);

-- A table that was imported is not kept: its names stand in the roster, where they can be erased.
update roster_import set sheet = '{}', mapping = '[]', file_name = '' where confirmed_at is not null;
