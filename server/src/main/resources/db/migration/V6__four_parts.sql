-- What an athlete trains for and how much they have trained; empty where nobody has said.
alter table athlete add column experience varchar(16) check (experience in ('NEW', 'TRAINED', 'LIFTS'));
alter table athlete add column aim varchar(16) check (aim in ('GENERAL', 'FIELD_SPORT', 'LIFTING'));

-- Who cleared somebody that had been held back, by role, when, and what for.
alter table decision add column cleared_by varchar(80);
alter table decision add column cleared_on date;
alter table decision add column answers varchar(120);

-- Foot and ankle became two focuses, and aids are no rungs any more. The words are renewed; what was decided stays.
alter table decision disable trigger decision_append_only;
update decision set focus = case when rung in ('calf-straight-knee', 'ball-of-foot-on-step', 'loaded-knee-forward')
    then 'ANKLE' else 'FOOT' end where focus = 'FOOT_AND_ANKLE';
update decision set proposed_focus = case when proposed_rung in ('calf-straight-knee', 'ball-of-foot-on-step', 'loaded-knee-forward')
    then 'ANKLE' else 'FOOT' end where proposed_focus = 'FOOT_AND_ANKLE';
update decision set rung = replace(rung, '-squat-heels-up', '-squat') where rung like '%-squat-heels-up';
update decision set proposed_rung = replace(proposed_rung, '-squat-heels-up', '-squat') where proposed_rung like '%-squat-heels-up';
-- the first rung of the ladder that knee control has now: whoever stood on its squat rungs began there
update decision set rung = 'split-squat-hold' where focus = 'KNEE_CONTROL' and kind in ('MOVE', 'LOCK');
update decision set proposed_rung = 'split-squat-hold' where proposed_focus = 'KNEE_CONTROL';
alter table decision enable trigger decision_append_only;
