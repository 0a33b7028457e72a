-- Which server takes a file in or reads it, and when it last said that it does.
alter table arrival add column server text;
alter table arrival add column beat timestamptz;

-- Servers of this database and the folder that each keeps files on their way in.
create table server_place (
  server text primary key,
  place text not null,
  beat timestamptz not null
);
