insert into brief_member values (1, 'approver', 'READ'), (3, 'gone', 'WORK');
insert into sign_in (account_id, token, begun_at, used_at, ended_at, address, agent) values (1, repeat('4', 64), '2026-06-01T09:00:00Z', '2026-06-01T10:00:00Z', null, '127.0.0.1', 'a browser');
