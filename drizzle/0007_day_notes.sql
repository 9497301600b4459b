CREATE TABLE `day_note` (
	`id` int AUTO_INCREMENT NOT NULL,
	`first` date NOT NULL,
	`last` date NOT NULL,
	`words` varchar(200) NOT NULL,
	`created_at` datetime NOT NULL,
	CONSTRAINT `day_note_id` PRIMARY KEY(`id`)
);
