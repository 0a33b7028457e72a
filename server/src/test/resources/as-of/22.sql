insert into server_place values ('desk:8480', '0b4ee7c4-7d1c-4a9b-9a53-6a4bd9c6f0a1', '2026-07-13T09:00:00Z');
insert into arrival (name, bytes, place, state, progress, stop_requested, created_by, created_at, server, beat) values ('july.csv', 64, 'p3', 'READING', 0.5, false, 'analyst', '2026-07-13T09:01:00Z', 'desk:8480', '2026-07-13T09:01:05Z');
