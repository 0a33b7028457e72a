-- By what a cut was set is a value of its own, no sentence.
alter table cut add column rule_value jsonb;

update cut set rule_value = case rule
    when 'best net value' then '{"kind": "BEST_NET_VALUE"}'::jsonb
    when 'break-even probability' then '{"kind": "BREAK_EVEN"}'
    when 'capacity' then '{"kind": "CAPACITY"}'
    when 'cross-validated threshold' then '{"kind": "CROSS_VALIDATED"}'
    when 'Reach few and be right' then '{"kind": "FEW_AND_RIGHT"}'
    when 'Drop the hopeless, reach nearly all' then '{"kind": "NEARLY_ALL"}'
    when 'the cut the reserve was opened for' then '{"kind": "RESERVE_OPENED"}'
    else coalesce(
      (select jsonb_build_object('kind', 'BEST_MEASURE', 'measure', known.name)
       from (values
         ('recall', 'Capture rate (recall, sensitivity)'), ('precision', 'Precision'), ('lift', 'Lift'),
         ('specificity', 'Specificity'), ('negativePredictiveValue', 'Negative predictive value'),
         ('accuracy', 'Accuracy'), ('balancedAccuracy', 'Balanced accuracy'), ('f1', 'F1'), ('f2', 'F2'),
         ('fHalf', 'F0.5'), ('kappa', 'Kappa'), ('mcc', 'Matthews correlation'), ('youden', 'Youden’s J')
       ) as known (name, label)
       where cut.rule = left('best ' || known.label, 40)),
      '{"kind": "BY_HAND"}')
  end;

alter table cut drop column rule;
alter table cut rename column rule_value to rule;
alter table cut alter column rule set not null;
