-- By what a brief's candidates are ordered and its leader is chosen; null for what decides where nobody chose.
alter table brief add column deciding jsonb;
