INSERT INTO named_period (id, `key`, name, phrase) VALUES (1, 'season', 'Season', '2026-04/2026-09');
