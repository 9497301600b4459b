CREATE TABLE `connection` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(200) NOT NULL,
	`host` varchar(255) NOT NULL,
	`port` int NOT NULL,
	`user` varchar(128) NOT NULL,
	`secret` longtext NOT NULL,
	`database` varchar(128) NOT NULL,
	`created_at` datetime NOT NULL,
	CONSTRAINT `connection_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shared_dimension` (
	`id` int AUTO_INCREMENT NOT NULL,
	`key` varchar(64) NOT NULL,
	`name` varchar(100) NOT NULL,
	`members` longtext NOT NULL,
	`spellings` longtext NOT NULL,
	CONSTRAINT `shared_dimension_id` PRIMARY KEY(`id`),
	CONSTRAINT `shared_dimension_key_unique` UNIQUE(`key`)
);
--> statement-breakpoint
CREATE TABLE `special_set` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(200) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`enabled` boolean NOT NULL,
	`source` varchar(500) NOT NULL,
	`text` longtext NOT NULL,
	`created_at` datetime NOT NULL,
	CONSTRAINT `special_set_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `dataset` ADD `origin` longtext;--> statement-breakpoint
ALTER TABLE `dataset_load` ADD `changes` longtext;--> statement-breakpoint
ALTER TABLE `dataset_load` ADD `actor` varchar(20) DEFAULT 'page' NOT NULL;