-- What was signed and is in service, in versions by brief.
create table release (
    id bigint generated always as identity primary key,
    brief_id bigint not null references brief,
    version integer not null,
    report_id bigint not null references report,
    document bytea not null,
    sha256 char(64) not null,
    signature varchar(400) not null,
    recipe bytea not null,
    unknown text not null check (unknown in ('REFUSED', 'MISSING')),
    made_by text not null,
    made_at timestamptz not null,
    unique (brief_id, version)
);
create trigger release_never_changes before update or delete on release
  for each row execute function refuse_change();
create trigger release_is_never_emptied before truncate on release
  for each statement execute function refuse_change();

-- What was done with one since.
create table release_act (
    id bigint generated always as identity primary key,
    release_id bigint not null references release,
    act text not null check (act in ('PAUSED', 'RESUMED', 'ENDED')),
    by_name text not null,
    at timestamptz not null,
    words text not null
);
create index release_act_of on release_act (release_id);
create trigger release_act_never_changes before update or delete on release_act
  for each row execute function refuse_change();
create trigger release_act_is_never_emptied before truncate on release_act
  for each statement execute function refuse_change();

-- Its forms, each with the proof that it gives the same scores.
create table release_form (
    id bigint generated always as identity primary key,
    release_id bigint not null references release,
    kind text not null,
    status text not null,
    message text,
    content bytea,
    size bigint,
    sha256 char(64),
    proof jsonb,
    tried_at timestamptz,
    unique (release_id, kind)
);

-- Who may ask the endpoint of a brief; of a key its hash alone is kept.
create table score_key (
    id bigint generated always as identity primary key,
    brief_id bigint not null references brief,
    name text not null,
    begins text not null,
    hash char(64) not null unique,
    per_minute integer not null,
    made_by text not null,
    made_at timestamptz not null,
    revoked_by text,
    revoked_at timestamptz,
    used_at timestamptz
);
create index score_key_of on score_key (brief_id);

-- What the endpoint answered, by day.
create table score_count (
    brief_id bigint not null references brief,
    version integer not null,
    key_id bigint not null references score_key,
    day date not null,
    requests bigint not null,
    records bigint not null,
    acted bigint not null,
    refused bigint not null,
    unknown bigint not null,
    primary key (brief_id, version, key_id, day)
);

-- Lists that are scored by themselves, and what became of each.
create table schedule (
    id bigint generated always as identity primary key,
    brief_id bigint not null references brief,
    place text not null,
    hour integer check (hour between 0 and 23),
    reasons integer not null,
    made_by text not null,
    made_at timestamptz not null,
    ended_by text,
    ended_at timestamptz
);
create unique index schedule_of_place on schedule (place) where ended_at is null;
create table scheduled_run (
    id bigint generated always as identity primary key,
    schedule_id bigint not null references schedule,
    item text not null,
    mark text not null,
    status text not null,
    message text,
    version integer,
    records integer,
    acted integer,
    begun_at timestamptz not null,
    ended_at timestamptz,
    unique (schedule_id, item, mark)
);

-- Batches that came after a release, and what they show beside what was signed.
create table follow_batch (
    id bigint generated always as identity primary key,
    brief_id bigint not null references brief,
    release_id bigint not null references release,
    dataset_id bigint not null references dataset,
    day date not null,
    outcomes jsonb not null,
    status text not null,
    message text,
    figures jsonb,
    unmatched integer not null,
    contradictory integer not null,
    made_by text not null,
    made_at timestamptz not null
);
create index follow_batch_of on follow_batch (brief_id);
