INSERT INTO saved_selection (id, dashboard_id, name, parts, saved_at) VALUES (1, 1, 'Spring', '{"p.span":"2026-03/2026-05"}', '2026-02-01 08:00:00');
