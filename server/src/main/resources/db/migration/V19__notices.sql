-- Limits of a signed plan that a batch crossed, and batches that did not come; each stays until somebody answers it.
create table follow_notice (
    id bigint generated always as identity primary key,
    brief_id bigint not null references brief,
    release_id bigint not null references release,
    kind text not null check (kind in ('CROSSED', 'OVERDUE')),
    mark text not null,
    who text not null,
    day date not null,
    words text not null,
    made_at timestamptz not null,
    answer text,
    answered_by text,
    answered_at timestamptz,
    unique (release_id, kind, mark)
);
create index follow_notice_of on follow_notice (brief_id);
create index follow_notice_open on follow_notice (who) where answered_at is null;

-- A batch by who was acted on, by segment, and what inputs that moved do to the share to act on.
alter table follow_batch add column groups jsonb, add column segments jsonb, add column carried jsonb;
