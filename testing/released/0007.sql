INSERT INTO day_note (id, first, last, words, created_at) VALUES (1, '2026-01-02', '2026-01-02', 'Storm', '2026-01-03 08:00:00');
