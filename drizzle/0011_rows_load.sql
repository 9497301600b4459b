ALTER TABLE `dataset` ADD `rows_load` int;--> statement-breakpoint
UPDATE `dataset` SET `rows_load` = `current_load` WHERE `origin` IS NULL OR JSON_VALUE(`origin`, '$.mode') <> 'live';
