-- Records of a batch that repeat an identifier are counted: batches judged before are worked out anew.
alter table follow_batch add column repeated integer;
update follow_batch set status = 'waiting' where status = 'done';
