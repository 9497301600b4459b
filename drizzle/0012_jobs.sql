CREATE TABLE `job` (
	`id` char(36) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`state` varchar(10) NOT NULL DEFAULT 'running',
	`task` longtext NOT NULL,
	`person` varchar(64),
	`rows` bigint NOT NULL DEFAULT 0,
	`refused` bigint NOT NULL DEFAULT 0,
	`bytes` bigint NOT NULL DEFAULT 0,
	`total_bytes` bigint NOT NULL,
	`result` longtext,
	`error` longtext,
	`owner` char(36) NOT NULL,
	`alive_at` datetime(3) NOT NULL,
	`begun` int NOT NULL DEFAULT 1,
	`cancel_asked` boolean NOT NULL DEFAULT false,
	`created_at` datetime(3) NOT NULL,
	`finished_at` datetime(3),
	CONSTRAINT `job_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `job_state` ON `job` (`state`,`alive_at`);