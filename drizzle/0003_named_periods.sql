CREATE TABLE `named_period` (
	`id` int AUTO_INCREMENT NOT NULL,
	`key` varchar(64) NOT NULL,
	`name` varchar(100) NOT NULL,
	`phrase` varchar(500) NOT NULL,
	CONSTRAINT `named_period_id` PRIMARY KEY(`id`),
	CONSTRAINT `named_period_key_unique` UNIQUE(`key`)
);
--> statement-breakpoint
ALTER TABLE `dataset` ADD `deleted_at` datetime;