CREATE TABLE `audit` (
	`id` int AUTO_INCREMENT NOT NULL,
	`firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`did` varchar(300) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `audit_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `password_link` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	CONSTRAINT `password_link_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `recovery_code` (
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`digest` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	CONSTRAINT `recovery_code_person_id_digest_pk` PRIMARY KEY(`person_id`,`digest`)
);
--> statement-breakpoint
-- A column that is referred to cannot change: the references go, and come again below.
ALTER TABLE `edit` DROP FOREIGN KEY `edit_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `edit` DROP FOREIGN KEY `edit_person_id_person_id_fk`;
--> statement-breakpoint
ALTER TABLE `job` DROP FOREIGN KEY `job_firm_id_firm_id_fk`;
--> statement-breakpoint
ALTER TABLE `person` DROP FOREIGN KEY `person_firm_id_firm_id_fk`;
--> statement-breakpoint
ALTER TABLE `session` DROP FOREIGN KEY `session_person_id_person_id_fk`;
--> statement-breakpoint
ALTER TABLE `photo` DROP FOREIGN KEY `photo_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `photo` DROP FOREIGN KEY `photo_person_id_person_id_fk`;
--> statement-breakpoint
ALTER TABLE `price_book` DROP FOREIGN KEY `price_book_firm_id_firm_id_fk`;
--> statement-breakpoint
ALTER TABLE `price_book` DROP FOREIGN KEY `price_book_person_id_person_id_fk`;
--> statement-breakpoint
ALTER TABLE `interval_data` DROP FOREIGN KEY `interval_data_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `interval_data` DROP FOREIGN KEY `interval_data_person_id_person_id_fk`;
--> statement-breakpoint
ALTER TABLE `interval_mapping` DROP FOREIGN KEY `interval_mapping_firm_id_firm_id_fk`;
--> statement-breakpoint
ALTER TABLE `edit`
	MODIFY COLUMN `id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `firm`
	MODIFY COLUMN `id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `interval_data`
	MODIFY COLUMN `job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `digest` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `interval_mapping`
	MODIFY COLUMN `firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `head` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `job`
	MODIFY COLUMN `id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `person`
	MODIFY COLUMN `id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `email` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `photo`
	MODIFY COLUMN `id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `price_book`
	MODIFY COLUMN `firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `session`
	MODIFY COLUMN `id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `sign_in_failure`
	MODIFY COLUMN `email` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `edit` ADD CONSTRAINT `edit_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `edit` ADD CONSTRAINT `edit_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `job` ADD CONSTRAINT `job_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `person` ADD CONSTRAINT `person_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `session` ADD CONSTRAINT `session_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `price_book` ADD CONSTRAINT `price_book_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `price_book` ADD CONSTRAINT `price_book_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `interval_data` ADD CONSTRAINT `interval_data_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `interval_data` ADD CONSTRAINT `interval_data_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `interval_mapping` ADD CONSTRAINT `interval_mapping_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `firm` ADD `asks_second_factor` boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `person` ADD `active` boolean DEFAULT true NOT NULL;
--> statement-breakpoint
ALTER TABLE `person` ADD `totp_secret` varchar(64);
--> statement-breakpoint
ALTER TABLE `person` ADD `totp_step` int DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE `session` ADD `complete` boolean DEFAULT true NOT NULL;
--> statement-breakpoint
ALTER TABLE `audit` ADD CONSTRAINT `audit_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `audit` ADD CONSTRAINT `audit_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `password_link` ADD CONSTRAINT `password_link_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `recovery_code` ADD CONSTRAINT `recovery_code_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX `audit_firm` ON `audit` (`firm_id`,`at`);
--> statement-breakpoint
CREATE INDEX `password_link_person` ON `password_link` (`person_id`);
--> statement-breakpoint
CREATE INDEX `sign_in_failure_at` ON `sign_in_failure` (`at`);
