-- What a brief's comparison found at its cut when somebody last looked, for the list of briefs. `state` tells whether it still holds.
create table finding (
  brief_id bigint primary key references brief(id) on delete cascade,
  state text not null,
  candidate text not null,
  depth double precision not null,
  capture double precision not null,
  gain double precision not null,
  gain_low double precision,
  gain_high double precision,
  curve jsonb not null
);

-- All that a finding follows from: stakes, campaign, columns, seed, candidates and cut.
create function compared_state(of_brief bigint) returns text language sql stable as $$
  select md5(concat_ws('|', b.stakes, b.campaign, b.columns, b.seed,
    (select string_agg(cast(c.id as text), ',' order by c.id) from candidate c
      where c.brief_id = b.id and c.status = 'done' and c.deleted_at is null),
    (select concat_ws('/', k.candidate_id, k.records) from cut k where k.brief_id = b.id)))
  from brief b where b.id = of_brief
$$;
