-- Whose a brief is, and who else may see or change it.
alter table brief add column owner text;
update brief set owner = created_by;
alter table brief alter column owner set not null;
create table brief_member (
    brief_id bigint not null references brief,
    name text not null,
    level text not null check (level in ('READ', 'WORK')),
    primary key (brief_id, name)
);
-- Who is signed in from where; a sign-in that has ended is known no longer.
create table sign_in (
    id bigint generated always as identity primary key,
    account_id bigint not null references account,
    token text not null unique,
    begun_at timestamptz not null,
    used_at timestamptz not null,
    ended_at timestamptz,
    address text not null,
    agent text not null
);
create index sign_in_of on sign_in (account_id) where ended_at is null;
-- A password that somebody else chose is changed first.
alter table account add column password_due boolean not null default false;
