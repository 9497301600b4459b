INSERT INTO person (id, name, email, email_verified, role, two_factor_enabled, created_at, updated_at) VALUES ('p1', 'Ada', 'ada@example.org', 1, 'owner', 0, '2026-06-01 08:00:00', '2026-06-01 08:00:00');
UPDATE dashboard SET owner_id = 'p1', access = 'named' WHERE id = 1;
INSERT INTO person_group (id, name) VALUES (1, 'Crew');
INSERT INTO group_member VALUES (1, 'p1');
INSERT INTO dashboard_grant (id, dashboard_id, person_id, group_id, `right`) VALUES (1, 1, NULL, 1, 'view');
INSERT INTO row_rule (id, group_id, dimension, `values`, phrase) VALUES (1, 1, 'route', '["Veldry",null]', NULL);
INSERT INTO deed (id, at, person_id, actor, action, object, detail, address) VALUES (1, '2026-06-01 08:00:00.123', 'p1', 'ada@example.org', 'signed in', 'ada@example.org', NULL, '127.0.0.1');
