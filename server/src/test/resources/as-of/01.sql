insert into account (name, role, password_hash) values ('analyst', 'analyst', '$2a$10$abcdefghijklmnopqrstuv'), ('approver', 'approver', '$2a$10$abcdefghijklmnopqrstuv');
insert into dataset (name, sha256, bytes, records, start_lines, created_by, created_at) values ('plan-lapse.csv', repeat('a', 64), 4096, 400, '\x0102', 'analyst', '2026-03-02T09:00:00Z');
insert into dataset_column (dataset_id, position, name, type, levels) values (1, 0, 'miles', 'NUMBER', null), (1, 1, 'tier', 'CATEGORY', '["city", "tour"]'), (1, 2, 'renewal', 'CATEGORY', '["kept", "lapsed", "withdrawn"]');
insert into column_chunk (column_id, number, bytes) values (1, 0, '\x00ff10'), (2, 0, '\x0001'), (3, 0, '\x0100');
insert into brief (version, name, question, dataset_id, outcome, event_levels, records_noun, events_noun, acting, currency, gain_if_caught, action_cost, miss_cost, false_alarm_cost, leave_value, success_rate, capacity, campaign_size, planned_rate, roles, seed, shares, parts, created_by, created_at)
 values (3, 'plan-lapse', 'Which members should the desk ring?', 1, 'renewal', '["lapsed"]', 'members', 'lapses', 'ringing', '€', 74, 4.5, 1, 2, -1, 0.25, 30, 36000, 0.05, '{"tier": {"role": "SET_ASIDE", "reason": "free text"}, "miles": {"role": "INPUT", "kept": {"suspected leak": "asked the desk"}}}', 5, '[0.5, 0.25, 0.25]', '\x00010200', 'analyst', '2026-03-02T09:05:00Z'),
 (1, 'begun', 'Whom?', 1, null, '[]', 'records', 'events', 'acting', '€', 0, 0, 0, 0, 0, 1, null, 400, null, '{}', 6, null, null, 'analyst', '2026-03-02T09:06:00Z');
insert into candidate (brief_id, name, kind, settings, inputs, status, progress, step, message, stop_requested, model, looks, created_by, created_at)
 values (1, 'Logistic', 'LOGISTIC', '{"penalty": 0, "gone": null}', '["miles"]', 'done', 1, null, null, false, '{"intercept": -1}', 3, 'analyst', '2026-03-02T09:10:00Z'),
 (1, 'Desk points', 'SUPPLIED', '{"column": "miles", "probability": false}', '["miles"]', 'done', 1, null, null, false, null, 3, 'analyst', '2026-03-02T09:11:00Z'),
 (1, 'Forest', 'FOREST', '{}', '["miles"]', 'failed', 0.4, 'growing', 'no record has the event', false, null, 0, 'analyst', '2026-03-02T09:12:00Z');
insert into candidate_score (candidate_id, part, number, bytes) values (1, 'TRAINING', 0, '\x0a'), (1, 'VALIDATION', 0, '\x0b'), (2, 'VALIDATION', 0, '\x0c');
insert into cut values (1, 1, 30, 'best net value', 'analyst', '2026-03-02T09:20:00Z');
insert into seal values (1, 1, 30, 'analyst', '2026-03-02T09:30:00Z');
insert into report (brief_id, evidence, sha256, issued_by, issued_at) values (1, convert_to('{"format":1}', 'UTF8'), repeat('b', 64), 'analyst', '2026-03-02T09:40:00Z');
insert into report_act (report_id, act, by_name, at, words) values (1, 'issued', 'analyst', '2026-03-02T09:40:00Z', ''), (1, 'approved', 'approver', '2026-03-02T10:00:00Z', 'go');
insert into scheduled_tasks (task_name, task_instance, execution_time, picked, version) values ('fit', '3', '2026-03-02T09:12:00Z', false, 1);
