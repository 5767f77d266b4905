CREATE TABLE `charge_night` (
	`charge_point_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`month` varchar(7) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`night` varchar(10) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`wh` double NOT NULL DEFAULT 0,
	`most_a` double,
	`most_w` double,
	CONSTRAINT `charge_night_charge_point_id_month_night_pk` PRIMARY KEY(`charge_point_id`,`month`,`night`)
);
--> statement-breakpoint
CREATE TABLE `check_record` (
	`id` int AUTO_INCREMENT NOT NULL,
	`job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`check_id` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`verdict` varchar(10) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`text` varchar(1000) NOT NULL,
	`by_name` varchar(200) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	`record` json NOT NULL,
	CONSTRAINT `check_record_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `charge_quarter` ADD `least_offered_a` double;--> statement-breakpoint
ALTER TABLE `charge_night` ADD CONSTRAINT `charge_night_charge_point_id_charge_point_id_fk` FOREIGN KEY (`charge_point_id`) REFERENCES `charge_point`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `check_record` ADD CONSTRAINT `check_record_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `check_record_job` ON `check_record` (`job_id`,`check_id`,`id`);--> statement-breakpoint
INSERT INTO `charge_night` (`charge_point_id`, `month`, `night`, `wh`, `most_a`, `most_w`)
SELECT `charge_point_id`, DATE_FORMAT(`at` - INTERVAL 12 HOUR, '%Y-%m'), DATE_FORMAT(`at` - INTERVAL 12 HOUR, '%Y-%m-%d'), SUM(`wh`), MAX(`most_a`), MAX(`most_w`)
FROM `charge_quarter` GROUP BY 1, 2, 3;
