CREATE TABLE `access_token` (
	`id` int AUTO_INCREMENT NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`name` varchar(100) NOT NULL,
	`scope` varchar(10) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`created_at` datetime NOT NULL,
	`expires_at` datetime NOT NULL,
	`used_at` datetime,
	CONSTRAINT `access_token_id` PRIMARY KEY(`id`),
	CONSTRAINT `access_token_hash_unique` UNIQUE(`hash`)
);
--> statement-breakpoint
CREATE TABLE `dashboard_grant` (
	`id` int AUTO_INCREMENT NOT NULL,
	`dashboard_id` int NOT NULL,
	`person_id` varchar(64),
	`group_id` int,
	`right` varchar(10) NOT NULL,
	CONSTRAINT `dashboard_grant_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `deed` (
	`id` bigint AUTO_INCREMENT NOT NULL,
	`at` datetime(3) NOT NULL,
	`person_id` varchar(64),
	`actor` varchar(255) NOT NULL,
	`action` varchar(60) NOT NULL,
	`object` varchar(255) NOT NULL,
	`detail` longtext,
	`address` varchar(64),
	CONSTRAINT `deed_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `group_member` (
	`group_id` int NOT NULL,
	`person_id` varchar(64) NOT NULL,
	CONSTRAINT `group_member_group_id_person_id_pk` PRIMARY KEY(`group_id`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `invitation` (
	`id` int AUTO_INCREMENT NOT NULL,
	`email` varchar(255),
	`role` varchar(10) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`invited_by` varchar(64),
	`created_at` datetime NOT NULL,
	`expires_at` datetime NOT NULL,
	CONSTRAINT `invitation_id` PRIMARY KEY(`id`),
	CONSTRAINT `invitation_hash_unique` UNIQUE(`hash`)
);
--> statement-breakpoint
CREATE TABLE `person` (
	`id` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`email` varchar(255) NOT NULL,
	`email_verified` boolean NOT NULL DEFAULT false,
	`image` varchar(500),
	`role` varchar(10) NOT NULL DEFAULT 'reader',
	`disabled_at` datetime,
	`two_factor_enabled` boolean NOT NULL DEFAULT false,
	`created_at` datetime NOT NULL,
	`updated_at` datetime NOT NULL,
	CONSTRAINT `person_id` PRIMARY KEY(`id`),
	CONSTRAINT `person_email_unique` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE `person_credential` (
	`id` varchar(64) NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`account_id` varchar(255) NOT NULL,
	`provider_id` varchar(64) NOT NULL,
	`access_token` longtext,
	`refresh_token` longtext,
	`id_token` longtext,
	`access_token_expires_at` datetime,
	`refresh_token_expires_at` datetime,
	`scope` varchar(500),
	`password` varchar(255),
	`created_at` datetime NOT NULL,
	`updated_at` datetime NOT NULL,
	CONSTRAINT `person_credential_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `person_group` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(100) NOT NULL,
	CONSTRAINT `person_group_id` PRIMARY KEY(`id`),
	CONSTRAINT `person_group_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `person_second_factor` (
	`id` varchar(64) NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`secret` longtext NOT NULL,
	`backup_codes` longtext NOT NULL,
	`verified` boolean DEFAULT true,
	`failed_verification_count` int DEFAULT 0,
	`locked_until` datetime,
	CONSTRAINT `person_second_factor_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `person_session` (
	`id` varchar(64) NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`token` varchar(128) NOT NULL,
	`expires_at` datetime NOT NULL,
	`ip_address` varchar(64),
	`user_agent` varchar(500),
	`created_at` datetime NOT NULL,
	`updated_at` datetime NOT NULL,
	CONSTRAINT `person_session_id` PRIMARY KEY(`id`),
	CONSTRAINT `person_session_token_unique` UNIQUE(`token`)
);
--> statement-breakpoint
CREATE TABLE `person_verification` (
	`id` varchar(64) NOT NULL,
	`identifier` varchar(255) NOT NULL,
	`value` longtext NOT NULL,
	`expires_at` datetime NOT NULL,
	`created_at` datetime NOT NULL,
	`updated_at` datetime NOT NULL,
	CONSTRAINT `person_verification_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `request_count` (
	`id` varchar(64) NOT NULL,
	`key` varchar(255) NOT NULL,
	`count` int NOT NULL,
	`last_request` bigint NOT NULL,
	CONSTRAINT `request_count_id` PRIMARY KEY(`id`),
	CONSTRAINT `request_count_key_unique` UNIQUE(`key`)
);
--> statement-breakpoint
CREATE TABLE `row_rule` (
	`id` int AUTO_INCREMENT NOT NULL,
	`group_id` int NOT NULL,
	`dimension` varchar(64),
	`values` longtext,
	`phrase` varchar(500),
	CONSTRAINT `row_rule_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `dashboard` ADD `owner_id` varchar(64);--> statement-breakpoint
ALTER TABLE `dashboard` ADD `access` varchar(10) DEFAULT 'all' NOT NULL;--> statement-breakpoint
ALTER TABLE `dashboard` ADD `link_hash` varchar(64);--> statement-breakpoint
ALTER TABLE `dashboard` ADD `link_by` varchar(64);--> statement-breakpoint
ALTER TABLE `saved_selection` ADD `person_id` varchar(64);--> statement-breakpoint
ALTER TABLE `schedule` ADD `made_by` varchar(64);--> statement-breakpoint
ALTER TABLE `dashboard` ADD CONSTRAINT `dashboard_link_hash_unique` UNIQUE(`link_hash`);--> statement-breakpoint
CREATE INDEX `access_token_person` ON `access_token` (`person_id`);--> statement-breakpoint
CREATE INDEX `dashboard_grant_dashboard` ON `dashboard_grant` (`dashboard_id`);--> statement-breakpoint
CREATE INDEX `deed_at` ON `deed` (`at`);--> statement-breakpoint
CREATE INDEX `group_member_person` ON `group_member` (`person_id`);--> statement-breakpoint
CREATE INDEX `person_credential_person` ON `person_credential` (`person_id`);--> statement-breakpoint
CREATE INDEX `person_second_factor_person` ON `person_second_factor` (`person_id`);--> statement-breakpoint
CREATE INDEX `person_session_person` ON `person_session` (`person_id`);--> statement-breakpoint
CREATE INDEX `person_verification_identifier` ON `person_verification` (`identifier`);--> statement-breakpoint
CREATE INDEX `row_rule_group` ON `row_rule` (`group_id`);