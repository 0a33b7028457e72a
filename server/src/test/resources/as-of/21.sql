insert into endpoint_keeping values (1, 'analyst', '2026-07-06T09:00:00Z');
insert into kept_request (brief_id, release_id, day, form, records, content) values (1, 1, '2026-07-06', 'JSON', 1, '\x7b7d');
