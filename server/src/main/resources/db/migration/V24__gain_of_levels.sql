-- What was fitted before took the gain of many levels as it is, and is repeated so.
update candidate set settings = settings || '{"levelGain": "whole"}' where kind in ('tree', 'forest', 'boosted');
update trial set settings = settings || '{"levelGain": "whole"}' where kind in ('tree', 'forest', 'boosted');
