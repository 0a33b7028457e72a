-- What a brief settles is kept as the values that travel: its outcome, words, stakes and campaign.
alter table brief add column words jsonb;
alter table brief add column stakes jsonb;
alter table brief add column campaign jsonb;
alter table brief rename column outcome to outcome_column;
alter table brief add column outcome jsonb;
update brief set
  words = jsonb_build_object('records', records_noun, 'events', events_noun, 'acting', acting, 'currency', currency),
  stakes = jsonb_build_object(
    'gainIfCaught', gain_if_caught, 'actionCost', action_cost, 'missCost', miss_cost,
    'falseAlarmCost', false_alarm_cost, 'leaveValue', leave_value, 'successRate', success_rate),
  campaign = jsonb_build_object(
    'size', campaign_size, 'capacity', capacity, 'plannedRate', planned_rate, 'deciding', deciding),
  outcome = case when outcome_column is null then null else jsonb_build_object(
    'column', outcome_column, 'events', event_levels, 'leftOut', left_out_levels, 'leaveOutMissing', leave_out_missing) end;
alter table brief alter column words set not null;
alter table brief alter column stakes set not null;
alter table brief alter column campaign set not null;
alter table brief
  drop column outcome_column, drop column event_levels, drop column left_out_levels, drop column leave_out_missing,
  drop column records_noun, drop column events_noun, drop column acting, drop column currency,
  drop column gain_if_caught, drop column action_cost, drop column miss_cost, drop column false_alarm_cost,
  drop column leave_value, drop column success_rate, drop column capacity, drop column campaign_size,
  drop column planned_rate, drop column deciding;
