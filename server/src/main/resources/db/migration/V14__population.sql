-- Which records a brief is about.
alter table brief add column population jsonb;
