INSERT INTO dataset_load (id, dataset_id, mode, status, source, started_at, finished_at, rows_loaded, rows_refused, rows_total, bytes, coverage, actor) SELECT 9, dataset_id, 'append', 'done', 'more.csv', '2026-06-02 08:00:00', '2026-06-02 08:00:01', 1, 0, 3, 40, coverage, 'page' FROM dataset_load WHERE id = 1;
INSERT INTO fact_1_1 (c1, c2, c3) VALUES ('2026-01-02', 'Veldry', 7);
UPDATE dataset SET current_load = 9, rows_load = 1 WHERE id = 1;
