INSERT INTO definition (id, `key`, name, dataset, `sql`) VALUES (1, 'busy', 'Busy', 'trips', 'seats >= 10');
