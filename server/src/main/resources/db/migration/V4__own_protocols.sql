-- What an organisation has made itself gets ids of its own, so that later shipped versions find their numbers free.
create temporary table own_protocol on commit drop as
select id, organisation_id, protocol_id as before, left('own-' || protocol_id, 60) as after from protocol_version
where protocol_id not like 'own-%' and not (protocol_id = 'standard-floor' and version <= 3
  or protocol_id in ('training-stance', 'personal', 'running-field', 'quick-lesson') and version <= 2);

alter table screening drop constraint screening_organisation_id_protocol_id_protocol_version_fkey;
update screening s set protocol_id = o.after from own_protocol o join protocol_version v on v.id = o.id
where s.organisation_id = o.organisation_id and s.protocol_id = o.before and s.protocol_version = v.version;
update protocol_version v set protocol_id = o.after, body = jsonb_set(v.body, '{id}', to_jsonb(o.after)) from own_protocol o where o.id = v.id;
alter table screening add foreign key (organisation_id, protocol_id, protocol_version) references protocol_version (organisation_id, protocol_id, version);

-- Stations are called by their tests in either language, until somebody gives them a name.
update hall_plan set body = jsonb_set(body, '{stations}', (
  select coalesce(jsonb_agg(s || jsonb_build_object('name', jsonb_build_object('en', s -> 'name', 'de', s -> 'name')) order by at), '[]'::jsonb)
  from jsonb_array_elements(body -> 'stations') with ordinality as x (s, at)))
where jsonb_typeof(body -> 'stations') = 'array';
