-- A file on its way in is an upload, a brief that goes on from another a revision of it.
alter table arrival rename to upload;
alter table brief rename column edition to revision;
-- How a column's texts may be meant is a suggested reading; what the author writes is the author's text.
alter table dataset_column rename column mend to suggested;
alter table draft rename column memo to author_text;

-- What is settled about a column: which alarms were accepted, and which levels say that a record was treated.
create function renamed(setups jsonb) returns jsonb language sql immutable as $$
  select coalesce(jsonb_object_agg(key, case when jsonb_typeof(value) <> 'object' then value else value - 'kept' - 'acted'
      || case when value ? 'kept' then jsonb_build_object('acceptedAlarms', value -> 'kept') else '{}' end
      || case when value ? 'acted' then jsonb_build_object('treatedLevels', value -> 'acted') else '{}' end end), '{}')
  from jsonb_each(setups)
$$;
update brief set columns = renamed(columns) where columns <> '{}';
update column_change set before = renamed(before) where before <> '{}';
drop function renamed(jsonb);
