CREATE TABLE `definition` (
	`id` int AUTO_INCREMENT NOT NULL,
	`key` varchar(64) NOT NULL,
	`name` varchar(100) NOT NULL,
	`dataset` varchar(64) NOT NULL,
	`sql` longtext NOT NULL,
	CONSTRAINT `definition_id` PRIMARY KEY(`id`),
	CONSTRAINT `definition_key_unique` UNIQUE(`key`)
);
