CREATE TABLE `saved_selection` (
	`id` int AUTO_INCREMENT NOT NULL,
	`dashboard_id` int NOT NULL,
	`name` varchar(100) NOT NULL,
	`parts` longtext NOT NULL,
	`saved_at` datetime NOT NULL,
	CONSTRAINT `saved_selection_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `saved_selection_dashboard` ON `saved_selection` (`dashboard_id`);