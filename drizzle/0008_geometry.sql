CREATE TABLE `geometry` (
	`id` int AUTO_INCREMENT NOT NULL,
	`key` varchar(64) NOT NULL,
	`name` varchar(100) NOT NULL,
	`version` int NOT NULL,
	`described` longtext NOT NULL,
	`features` longtext NOT NULL,
	`source` varchar(500) NOT NULL,
	`created_at` datetime NOT NULL,
	CONSTRAINT `geometry_id` PRIMARY KEY(`id`),
	CONSTRAINT `geometry_key_unique` UNIQUE(`key`)
);
