-- Kinds of candidate are kept by the names that documents have.
create function pg_temp.learner_name(kind text) returns text language sql immutable as $$
  select case kind
    when 'LOGISTIC' then 'logistic'
    when 'LEAST_SQUARES' then 'leastSquares'
    when 'MARGIN' then 'margin'
    when 'BAYES' then 'bayes'
    when 'NEIGHBOURS' then 'neighbours'
    when 'TREE' then 'tree'
    when 'FOREST' then 'forest'
    when 'BOOSTED' then 'boosted'
    when 'NETWORK' then 'network'
    when 'BLEND' then 'blend'
    when 'NOBODY' then 'nobody'
    when 'COIN_TOSS' then 'coinToss'
    when 'BASE_RATE' then 'baseRate'
    when 'GROUP_RATES' then 'groupRates'
    when 'SUPPLIED' then 'supplied'
    else kind
  end
$$;

update candidate set kind = pg_temp.learner_name(kind);
update trial set kind = pg_temp.learner_name(kind);
