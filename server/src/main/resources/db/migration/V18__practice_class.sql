-- A class of invented athletes to find the way with; it can be thrown away whole.
alter table team add column practice boolean not null default false;
