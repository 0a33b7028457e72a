insert into report_act (report_id, act, by_name, at, words) values (2, 'approved', 'approver', '2026-06-15T09:00:00Z', 'go');
insert into release (brief_id, version, report_id, document, sha256, signature, recipe, unknown, made_by, made_at) values (1, 1, 2, '\x7b7d', repeat('5', 64), 'e30..c2ln', '\x7b7d', 'REFUSED', 'analyst', '2026-06-15T09:01:00Z');
insert into release_act (release_id, act, by_name, at, words) values (1, 'PAUSED', 'analyst', '2026-06-15T09:02:00Z', 'holiday');
insert into release_form (release_id, kind, status, content, size, sha256, proof, tried_at) values (1, 'SQL', 'done', '\x73', 1, repeat('6', 64), '{"greatest": 0}', '2026-06-15T09:03:00Z');
insert into score_key (brief_id, name, begins, hash, per_minute, made_by, made_at) values (1, 'desk', 'or_ab', repeat('7', 64), 60, 'analyst', '2026-06-15T09:04:00Z');
insert into score_count values (1, 1, 1, '2026-06-15', 3, 30, 2, 1, 0);
insert into schedule (brief_id, place, hour, reasons, made_by, made_at) values (1, 'folder in', 6, 3, 'analyst', '2026-06-15T09:05:00Z');
insert into scheduled_run (schedule_id, item, mark, status, version, records, acted, begun_at, ended_at) values (1, 'monday.csv', 'm1', 'done', 1, 40, 4, '2026-06-16T06:00:00Z', '2026-06-16T06:00:01Z');
insert into follow_batch (brief_id, release_id, dataset_id, day, outcomes, status, figures, unmatched, contradictory, made_by, made_at) values (1, 1, 2, '2026-06-20', '[]', 'done', '{"records": 12}', 1, 0, 'analyst', '2026-06-20T09:00:00Z');
