INSERT INTO deed (id, at, person_id, actor, action, object, address) VALUES (2, '2026-06-02 08:00:00.123', 'p1', 'ada@example.org', 'signed out', 'ada@example.org', '127.0.0.1');
