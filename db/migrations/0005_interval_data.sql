CREATE TABLE `interval_data` (
	`job_id` varchar(64) NOT NULL,
	`digest` varchar(64) NOT NULL,
	`about` json NOT NULL,
	`values` mediumblob NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`added_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `interval_data_job_id_digest_pk` PRIMARY KEY(`job_id`,`digest`)
);
--> statement-breakpoint
CREATE TABLE `interval_mapping` (
	`firm_id` varchar(64) NOT NULL,
	`head` varchar(64) NOT NULL,
	`mapping` json NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `interval_mapping_firm_id_head_pk` PRIMARY KEY(`firm_id`,`head`)
);
--> statement-breakpoint
ALTER TABLE `interval_data` ADD CONSTRAINT `interval_data_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `interval_data` ADD CONSTRAINT `interval_data_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `interval_mapping` ADD CONSTRAINT `interval_mapping_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;