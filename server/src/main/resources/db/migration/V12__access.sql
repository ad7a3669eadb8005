-- Every read and write of somebody's data: by whom, of what, when. What it was about may be gone by now.
alter table access_log alter column athlete_id drop not null;
alter table access_log add column subject uuid;
alter table access_log alter column action type varchar(120);
create index access_log_recent on access_log (organisation_id, at desc);
create index access_log_athlete on access_log (athlete_id, at desc);
