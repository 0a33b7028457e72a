-- Batches are judged with their size allowed for: those judged before are worked out anew.
update follow_batch set status = 'waiting' where status = 'done' and figures #> '{score,chanceOfMany}' is null;
