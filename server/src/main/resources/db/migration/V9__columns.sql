-- What the program took a column for by itself is said so, and alarms that somebody lives with are kept by their codes.
create function pg_temp.alarm_code(words text) returns text language sql immutable as $$
  select case words
    when 'suspected leak' then 'suspectedLeak'
    when 'constant' then 'constant'
    when 'identifier-like' then 'identifierLike'
    when 'missing means something' then 'missingTells'
    else words
  end
$$;

update brief set columns = (
  select jsonb_object_agg(
    settled.key,
    settled.value
      || case
        when settled.value ->> 'role' = 'SET_ASIDE' and settled.value ->> 'reason' = 'free text'
          or settled.value ->> 'role' = 'IDENTIFIER' and settled.value ->> 'reason' = 'nearly one value a record'
        then '{"byItself": true}'::jsonb
        else '{}'
      end
      || case
        when jsonb_typeof(settled.value -> 'kept') = 'object' and settled.value -> 'kept' <> '{}'
        then jsonb_build_object('kept', (
          select jsonb_object_agg(pg_temp.alarm_code(alarm.key), alarm.value)
          from jsonb_each(settled.value -> 'kept') as alarm
        ))
        else '{}'
      end)
  from jsonb_each(columns) as settled
)
where columns <> '{}';
