ALTER TABLE `connection` ADD `tls` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `connection` ADD `authorities` longtext;