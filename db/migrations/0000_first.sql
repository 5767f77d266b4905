CREATE TABLE `edit` (
	`id` varchar(64) NOT NULL,
	`job_id` varchar(64) NOT NULL,
	`revision` int NOT NULL,
	`patch` json NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `edit_id` PRIMARY KEY(`id`),
	CONSTRAINT `edit_job_revision` UNIQUE(`job_id`,`revision`)
);
--> statement-breakpoint
CREATE TABLE `firm` (
	`id` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`town` varchar(200) NOT NULL DEFAULT '',
	`rules` varchar(40) NOT NULL,
	CONSTRAINT `firm_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `job` (
	`id` varchar(64) NOT NULL,
	`firm_id` varchar(64) NOT NULL,
	`title` varchar(300) NOT NULL,
	`customer` varchar(300) NOT NULL DEFAULT '',
	`rules` varchar(40) NOT NULL,
	`stage` enum('enquiry','survey','quoted','waiting','installed') NOT NULL DEFAULT 'survey',
	`case` json NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`summary` json NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	`updated_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `job_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `person` (
	`id` varchar(64) NOT NULL,
	`firm_id` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`email` varchar(200) NOT NULL,
	`role` enum('owner','electrician','apprentice') NOT NULL,
	`password_hash` varchar(255) NOT NULL,
	CONSTRAINT `person_id` PRIMARY KEY(`id`),
	CONSTRAINT `person_email` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE `session` (
	`id` varchar(64) NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `session_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_failure` (
	`id` int AUTO_INCREMENT NOT NULL,
	`email` varchar(200) NOT NULL,
	`address` varchar(64) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_failure_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `edit` ADD CONSTRAINT `edit_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `edit` ADD CONSTRAINT `edit_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job` ADD CONSTRAINT `job_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `person` ADD CONSTRAINT `person_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `session` ADD CONSTRAINT `session_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `job_firm_updated` ON `job` (`firm_id`,`updated_at`);--> statement-breakpoint
CREATE INDEX `session_person` ON `session` (`person_id`);--> statement-breakpoint
CREATE INDEX `sign_in_failure_email` ON `sign_in_failure` (`email`,`at`);--> statement-breakpoint
CREATE INDEX `sign_in_failure_address` ON `sign_in_failure` (`address`,`at`);