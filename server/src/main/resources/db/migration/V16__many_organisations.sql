-- What one organisation asks for costs the same however many others there are.
create index team_organisation on team (organisation_id);
create index screening_organisation on screening (organisation_id, held_on);
create index athlete_organisation on athlete (organisation_id, team_id);
create index account_organisation on account (organisation_id);
create index settlement_organisation on settlement (organisation_id);
