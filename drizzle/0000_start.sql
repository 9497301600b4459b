CREATE TABLE `almanac_day` (
	`day` date NOT NULL,
	`iso_year` smallint NOT NULL,
	`iso_week` tinyint NOT NULL,
	`iso_weekday` tinyint NOT NULL,
	`week_start` date NOT NULL,
	`week_number` int NOT NULL,
	`month` tinyint NOT NULL,
	`month_name` varchar(12) NOT NULL,
	`month_number` int NOT NULL,
	`quarter` tinyint NOT NULL,
	`quarter_number` int NOT NULL,
	`year` smallint NOT NULL,
	`fiscal_month` tinyint NOT NULL,
	`fiscal_month_name` char(10) NOT NULL,
	`fiscal_month_number` int NOT NULL,
	`fiscal_quarter` tinyint NOT NULL,
	`fiscal_quarter_name` char(9) NOT NULL,
	`fiscal_quarter_number` int NOT NULL,
	`fiscal_year` smallint NOT NULL,
	`fiscal_year_name` char(6) NOT NULL,
	`fiscal_year_number` int NOT NULL,
	`weekday_name` varchar(10) NOT NULL,
	`weekday_order` tinyint NOT NULL,
	`weekend` boolean NOT NULL,
	`holiday` boolean NOT NULL,
	`holiday_name` varchar(200),
	`event_names` varchar(1000),
	`day_of_month` tinyint NOT NULL,
	`day_of_year` smallint NOT NULL,
	`days_left_in_month` tinyint NOT NULL,
	CONSTRAINT `almanac_day_day` PRIMARY KEY(`day`)
);
--> statement-breakpoint
CREATE TABLE `dashboard` (
	`id` int AUTO_INCREMENT NOT NULL,
	`title` varchar(200) NOT NULL,
	`revision` int NOT NULL,
	`created_at` datetime NOT NULL,
	`updated_at` datetime NOT NULL,
	`deleted_at` datetime,
	CONSTRAINT `dashboard_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `dashboard_revision` (
	`id` int AUTO_INCREMENT NOT NULL,
	`dashboard_id` int NOT NULL,
	`revision` int,
	`based_on` int NOT NULL,
	`document` longtext NOT NULL,
	`saved_at` datetime NOT NULL,
	CONSTRAINT `dashboard_revision_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `dataset` (
	`id` int AUTO_INCREMENT NOT NULL,
	`key` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`time_zone` varchar(64) NOT NULL,
	`current_load` int,
	`definition` longtext NOT NULL,
	`created_at` datetime NOT NULL,
	CONSTRAINT `dataset_id` PRIMARY KEY(`id`),
	CONSTRAINT `dataset_key_unique` UNIQUE(`key`)
);
--> statement-breakpoint
CREATE TABLE `dataset_load` (
	`id` int AUTO_INCREMENT NOT NULL,
	`dataset_id` int NOT NULL,
	`mode` varchar(10) NOT NULL,
	`status` varchar(12) NOT NULL,
	`source` varchar(500) NOT NULL,
	`started_at` datetime NOT NULL,
	`finished_at` datetime,
	`rows_loaded` bigint NOT NULL,
	`rows_refused` bigint NOT NULL,
	`rows_total` bigint NOT NULL,
	`bytes` bigint NOT NULL,
	`coverage` longtext,
	`message` varchar(1000),
	CONSTRAINT `dataset_load_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `load_refusal` (
	`load_id` int NOT NULL,
	`ordinal` int NOT NULL,
	`line` bigint NOT NULL,
	`column` varchar(200) NOT NULL,
	`value` varchar(200) NOT NULL,
	`reason` varchar(200) NOT NULL,
	CONSTRAINT `load_refusal_load_id_ordinal_pk` PRIMARY KEY(`load_id`,`ordinal`)
);
--> statement-breakpoint
CREATE TABLE `setting` (
	`name` varchar(64) NOT NULL,
	`value` longtext NOT NULL,
	CONSTRAINT `setting_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE INDEX `dashboard_revision_dashboard` ON `dashboard_revision` (`dashboard_id`,`revision`);--> statement-breakpoint
CREATE INDEX `dataset_load_dataset` ON `dataset_load` (`dataset_id`);