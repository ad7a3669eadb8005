-- Facts are whole: what an older product left out of the conditions is said now as it was meant, nothing.
alter table fact disable trigger fact_append_only;
update fact set body = jsonb_set(body, '{conditions}',
  '{"load":{"position":"NONE","kilograms":0},"arms":"AS_IN_TEST","turnOut":{},"aids":[],"shoes":false,"archAssisted":false}'::jsonb || (body -> 'conditions'))
where body ->> 'kind' = 'trialOpened' and jsonb_typeof(body -> 'conditions') = 'object';
alter table fact enable trigger fact_append_only;
