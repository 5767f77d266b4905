CREATE TABLE `authority` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`page` json NOT NULL,
	`confirmed_at` datetime(3) NOT NULL,
	`confirmed_by_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	CONSTRAINT `authority_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `customer_link` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`kind` enum('quote','owner','association','pictures') NOT NULL,
	`issued_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin,
	`name` varchar(300) NOT NULL,
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	`expires_at` datetime(3) NOT NULL,
	`withdrawn_at` datetime(3),
	`opened_at` datetime(3),
	`answer` json,
	`answered_at` datetime(3),
	`applied_at` datetime(3),
	CONSTRAINT `customer_link_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `customer_message` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`link_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin,
	`text` varchar(2000) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `customer_message_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `firm_text` (
	`firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`version` int NOT NULL,
	`title` varchar(80) NOT NULL,
	`text` varchar(4000) NOT NULL,
	`is_removed` boolean NOT NULL DEFAULT false,
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `firm_text_firm_id_id_version_pk` PRIMARY KEY(`firm_id`,`id`,`version`)
);
--> statement-breakpoint
CREATE TABLE `issued_paper` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`paper` varchar(40) NOT NULL,
	`number` int NOT NULL,
	`revision` int NOT NULL,
	`case` json NOT NULL,
	`prices_version` int NOT NULL,
	`way` varchar(40),
	`lacks` json NOT NULL,
	`reason` varchar(1000) NOT NULL DEFAULT '',
	`digest` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`bytes` int NOT NULL,
	`pdf` mediumblob NOT NULL,
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	`withdrawn_at` datetime(3),
	`withdrawn_by_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin,
	`withdrawn_why` varchar(1000) NOT NULL DEFAULT '',
	`shown` json,
	CONSTRAINT `issued_paper_id` PRIMARY KEY(`id`),
	CONSTRAINT `issued_paper_number` UNIQUE(`job_id`,`paper`,`number`)
);
--> statement-breakpoint
CREATE TABLE `mail` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin,
	`to_name` varchar(300) NOT NULL DEFAULT '',
	`to_address` varchar(254) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`subject` varchar(300) NOT NULL,
	`text` text NOT NULL,
	`attached` json NOT NULL,
	`state` enum('queued','sent','refused','failed') NOT NULL DEFAULT 'queued',
	`tries` int NOT NULL DEFAULT 0,
	`next_try_at` datetime(3) NOT NULL,
	`leased_until` datetime(3),
	`said` varchar(500) NOT NULL DEFAULT '',
	`person_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	`sent_at` datetime(3),
	CONSTRAINT `mail_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `photo` ADD `customer` varchar(300) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `photo` ADD `to_confirm` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `authority` ADD CONSTRAINT `authority_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `authority` ADD CONSTRAINT `authority_confirmed_by_id_person_id_fk` FOREIGN KEY (`confirmed_by_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `customer_link` ADD CONSTRAINT `customer_link_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `customer_link` ADD CONSTRAINT `customer_link_issued_id_issued_paper_id_fk` FOREIGN KEY (`issued_id`) REFERENCES `issued_paper`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `customer_link` ADD CONSTRAINT `customer_link_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `customer_message` ADD CONSTRAINT `customer_message_link_id_customer_link_id_fk` FOREIGN KEY (`link_id`) REFERENCES `customer_link`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `customer_message` ADD CONSTRAINT `customer_message_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `firm_text` ADD CONSTRAINT `firm_text_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `firm_text` ADD CONSTRAINT `firm_text_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `issued_paper` ADD CONSTRAINT `issued_paper_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `issued_paper` ADD CONSTRAINT `issued_paper_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `issued_paper` ADD CONSTRAINT `issued_paper_withdrawn_by_id_person_id_fk` FOREIGN KEY (`withdrawn_by_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mail` ADD CONSTRAINT `mail_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mail` ADD CONSTRAINT `mail_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mail` ADD CONSTRAINT `mail_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `authority_firm` ON `authority` (`firm_id`);--> statement-breakpoint
CREATE INDEX `customer_link_job` ON `customer_link` (`job_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `customer_message_link` ON `customer_message` (`link_id`,`at`);--> statement-breakpoint
CREATE INDEX `mail_queue` ON `mail` (`state`,`next_try_at`);--> statement-breakpoint
CREATE INDEX `mail_job` ON `mail` (`job_id`,`created_at`);