insert into column_profile (brief_id, name, key, profile) values (1, 'miles', repeat('c', 64), '{"records": 200}');
insert into column_change (brief_id, before, words, by_name, at) values (1, '{"miles": null}', 'miles: changed', 'analyst', '2026-03-09T09:00:00Z');
insert into arrival (name, bytes, place, state, dialect, progress, step, message, stop_requested, dataset_id, brief_id, created_by, created_at) values ('next.csv', 9000, 'p1', 'INTERRUPTED', '{"delimiter": ";"}', 0.4, 'reading record 200', 'The server stopped.', false, null, 1, 'analyst', '2026-03-09T09:01:00Z');
insert into dataset (name, sha256, bytes, records, dialect, created_by, created_at) values ('winter.csv', repeat('d', 64), 100, 12, '{"delimiter": ","}', 'analyst', '2026-03-09T09:02:00Z');
insert into dataset_column (dataset_id, position, name, type, format, facts, mend) values (2, 0, 'day', 'DATE', 'dd.MM.yyyy', '{"missing": 1}', null);
