-- The trade's word for how many numbers a model holds.
alter table candidate rename column learnt_numbers to parameter_count;
