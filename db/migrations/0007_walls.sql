CREATE TABLE `job_word` (
	`job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`word` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	CONSTRAINT `job_word_job_id_word_pk` PRIMARY KEY(`job_id`,`word`)
);
--> statement-breakpoint
CREATE TABLE `known_device` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`used_at` datetime(3) NOT NULL,
	CONSTRAINT `known_device_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `firm` ADD `keep_pages_days` int DEFAULT 3 NOT NULL;--> statement-breakpoint
ALTER TABLE `job` ADD `permissions` json GENERATED ALWAYS AS (coalesce(json_extract(`case`, '$.enquiry.permissions'), '{}')) STORED;--> statement-breakpoint
ALTER TABLE `job` ADD `prices_version` int GENERATED ALWAYS AS (json_value(`case`, '$.prices.version')) STORED;--> statement-breakpoint
ALTER TABLE `job` ADD `waits_for_owner` boolean GENERATED ALWAYS AS (json_value(`case`, '$.enquiry.permissions.owner') <=> 'asked') STORED;--> statement-breakpoint
ALTER TABLE `job` ADD `waits_for_association` boolean GENERATED ALWAYS AS (json_value(`case`, '$.enquiry.permissions.association') <=> 'asked') STORED;--> statement-breakpoint
ALTER TABLE `job` ADD `waits_for_authority` boolean GENERATED ALWAYS AS (json_value(`case`, '$.enquiry.permissions.authority') <=> 'asked') STORED;--> statement-breakpoint
ALTER TABLE `job` ADD `words_version` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `offered_secret` varchar(64);--> statement-breakpoint
ALTER TABLE `sign_in_failure` ADD `kind` enum('password','code') DEFAULT 'password' NOT NULL;--> statement-breakpoint
ALTER TABLE `sign_in_failure` ADD `device` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `job_word` ADD CONSTRAINT `job_word_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `known_device` ADD CONSTRAINT `known_device_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `job_word_firm` ON `job_word` (`firm_id`,`word`,`job_id`);--> statement-breakpoint
CREATE INDEX `known_device_person` ON `known_device` (`person_id`,`used_at`);--> statement-breakpoint
CREATE INDEX `job_firm_stage` ON `job` (`firm_id`,`stage`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_owner` ON `job` (`firm_id`,`waits_for_owner`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_association` ON `job` (`firm_id`,`waits_for_association`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_authority` ON `job` (`firm_id`,`waits_for_authority`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_listed` ON `job` (`firm_id`,`id`,`updated_at`,`stage`,`waits_for_owner`,`waits_for_association`,`waits_for_authority`);--> statement-breakpoint
CREATE INDEX `job_words_version` ON `job` (`words_version`);--> statement-breakpoint
DROP INDEX `job_firm_updated` ON `job`;--> statement-breakpoint
CREATE INDEX `job_firm_updated` ON `job` (`firm_id`,`updated_at`,`id`);