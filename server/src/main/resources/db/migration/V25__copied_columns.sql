alter table dataset_column add column copy_of text;
