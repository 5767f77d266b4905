CREATE TABLE `photo` (
	`id` varchar(64) NOT NULL,
	`job_id` varchar(64) NOT NULL,
	`item` varchar(40) NOT NULL,
	`caption` varchar(300) NOT NULL DEFAULT '',
	`width` int NOT NULL,
	`height` int NOT NULL,
	`marks` json NOT NULL,
	`picture` mediumblob NOT NULL,
	`thumbnail` mediumblob NOT NULL,
	`taken_at` datetime(3) NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`added_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `photo_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `photo_job` ON `photo` (`job_id`,`taken_at`);