-- Of an account that signs in elsewhere: who vouches for it, and as whom.
alter table account add column provider text unique;
