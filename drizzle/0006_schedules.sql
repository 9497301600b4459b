CREATE TABLE `schedule` (
	`id` int AUTO_INCREMENT NOT NULL,
	`dashboard_id` int NOT NULL,
	`name` varchar(100) NOT NULL,
	`cron` varchar(100) NOT NULL,
	`time_zone` varchar(64) NOT NULL,
	`format` varchar(8) NOT NULL,
	`selection` varchar(100),
	`page` varchar(100),
	`folder` varchar(200) NOT NULL,
	`mail_to` varchar(1000) NOT NULL,
	`enabled` boolean NOT NULL,
	`next_due` datetime NOT NULL,
	CONSTRAINT `schedule_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `schedule_run` (
	`id` int AUTO_INCREMENT NOT NULL,
	`schedule_id` int NOT NULL,
	`due_at` datetime NOT NULL,
	`started_at` datetime NOT NULL,
	`finished_at` datetime,
	`status` varchar(12) NOT NULL,
	`missed` int NOT NULL,
	`file` varchar(500),
	`message` varchar(1000),
	CONSTRAINT `schedule_run_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `schedule_due` ON `schedule` (`next_due`);--> statement-breakpoint
CREATE INDEX `schedule_dashboard` ON `schedule` (`dashboard_id`);--> statement-breakpoint
CREATE INDEX `schedule_run_schedule` ON `schedule_run` (`schedule_id`);