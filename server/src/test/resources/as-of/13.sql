insert into explanation (candidate_id, asked, plan, status, progress, answer, created_by, created_at) values (1, 'importance', '{"repeats": 10}', 'done', 1, '{"columns": []}', 'analyst', '2026-05-04T09:00:00Z');
insert into list_score (list_id, number, bytes, reasons) values (1, 0, '\x0f', true);
