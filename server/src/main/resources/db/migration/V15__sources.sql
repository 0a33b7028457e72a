-- Of a workbook, the sheet that is read.
alter table arrival add column sheet text;
alter table dataset add column sheet text;
-- Those of a file's columns that are read; null for all.
alter table arrival add column read_columns jsonb;
alter table dataset add column read_columns jsonb;
-- The query by which a table was copied out of a database.
alter table arrival add column origin jsonb;
alter table dataset add column origin jsonb;
-- Files whose columns were joined to those of the file that the dataset is named after.
alter table dataset add column joins jsonb not null default '[]';
-- Records of a list that are unlike those that the candidate learnt from.
alter table scored_list add column not_meant integer;
