CREATE TABLE `job_actual` (
	`job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`predicted_hours` double NOT NULL,
	`actual_hours` double,
	`predicted_price` double,
	`actual_price` double,
	CONSTRAINT `job_actual_job_id` PRIMARY KEY(`job_id`)
);
--> statement-breakpoint
ALTER TABLE `job_actual` ADD CONSTRAINT `job_actual_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job_actual` ADD CONSTRAINT `job_actual_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `job_actual_firm` ON `job_actual` (`firm_id`);