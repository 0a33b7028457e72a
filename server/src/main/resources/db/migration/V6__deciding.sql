-- By what a brief's candidates are ordered and its leader is chosen; null for what decides where nobody chose.
alter table brief add column deciding jsonb;

-- What a reader ought to know of a file, such as that it carries no checksums.
alter table dataset add column notice varchar(400);
