-- Lists that become batches of a release once they are scored.
alter table schedule add column followed boolean not null default false;

-- Briefs whose endpoint keeps what it was asked, until that becomes a batch.
create table endpoint_keeping (
    brief_id bigint primary key references brief,
    by_name text not null,
    since timestamptz not null
);
create table kept_request (
    id bigint generated always as identity primary key,
    brief_id bigint not null references brief,
    release_id bigint not null references release,
    day date not null,
    form text not null check (form in ('JSON', 'NDJSON', 'CSV')),
    records integer not null,
    content bytea not null
);
create index kept_request_of on kept_request (brief_id, release_id, id);

-- Outcomes of a batch that came in a later file.
alter table follow_batch add column late integer not null default 0;
