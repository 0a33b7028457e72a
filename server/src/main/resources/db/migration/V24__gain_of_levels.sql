-- What was fitted before took the gain of many levels as it is, and smoothed shares evenly; it is repeated so.
update candidate set settings = settings || '{"levelGain": "whole"}' where status = 'done' and kind in ('tree', 'forest', 'boosted');
update candidate set settings = settings || '{"prior": 0}' where status = 'done' and kind = 'bayes';
update trial set settings = settings || '{"levelGain": "whole"}' where kind in ('tree', 'forest', 'boosted');
update trial set settings = settings || '{"prior": 0}' where kind = 'bayes';
