CREATE TABLE `charge_message` (
	`charge_point_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`message_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`digest` varchar(64) NOT NULL,
	`answer` json NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `charge_message_charge_point_id_message_id_digest_pk` PRIMARY KEY(`charge_point_id`,`message_id`,`digest`)
);
--> statement-breakpoint
CREATE TABLE `charge_note` (
	`id` int AUTO_INCREMENT NOT NULL,
	`charge_point_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	`text` varchar(300) NOT NULL,
	CONSTRAINT `charge_note_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `charge_point` (
	`id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`firm_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`job_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`token_digest` varchar(64) NOT NULL,
	`vendor` varchar(100) NOT NULL DEFAULT '',
	`model` varchar(100) NOT NULL DEFAULT '',
	`serial` varchar(100) NOT NULL DEFAULT '',
	`firmware` varchar(100) NOT NULL DEFAULT '',
	`added_at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	`seen_at` datetime(3),
	CONSTRAINT `charge_point_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `charge_quarter` (
	`charge_point_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`wh` double NOT NULL DEFAULT 0,
	`most_a` double,
	`most_w` double,
	CONSTRAINT `charge_quarter_charge_point_id_at_pk` PRIMARY KEY(`charge_point_id`,`at`)
);
--> statement-breakpoint
CREATE TABLE `charge_register` (
	`charge_point_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`connector` int NOT NULL,
	`wh` double NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `charge_register_charge_point_id_connector_pk` PRIMARY KEY(`charge_point_id`,`connector`)
);
--> statement-breakpoint
CREATE TABLE `charge_session` (
	`id` int AUTO_INCREMENT NOT NULL,
	`charge_point_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`connector` int NOT NULL,
	`started_at` datetime(3) NOT NULL,
	`start_wh` double NOT NULL,
	`stopped_at` datetime(3),
	`stop_wh` double,
	`reason` varchar(40) NOT NULL DEFAULT '',
	CONSTRAINT `charge_session_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `charge_message` ADD CONSTRAINT `charge_message_charge_point_id_charge_point_id_fk` FOREIGN KEY (`charge_point_id`) REFERENCES `charge_point`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `charge_note` ADD CONSTRAINT `charge_note_charge_point_id_charge_point_id_fk` FOREIGN KEY (`charge_point_id`) REFERENCES `charge_point`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `charge_point` ADD CONSTRAINT `charge_point_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `charge_point` ADD CONSTRAINT `charge_point_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `charge_quarter` ADD CONSTRAINT `charge_quarter_charge_point_id_charge_point_id_fk` FOREIGN KEY (`charge_point_id`) REFERENCES `charge_point`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `charge_register` ADD CONSTRAINT `charge_register_charge_point_id_charge_point_id_fk` FOREIGN KEY (`charge_point_id`) REFERENCES `charge_point`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `charge_session` ADD CONSTRAINT `charge_session_charge_point_id_charge_point_id_fk` FOREIGN KEY (`charge_point_id`) REFERENCES `charge_point`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `charge_message_at` ON `charge_message` (`at`);--> statement-breakpoint
CREATE INDEX `charge_note_point` ON `charge_note` (`charge_point_id`,`at`);--> statement-breakpoint
CREATE INDEX `charge_point_job` ON `charge_point` (`job_id`);--> statement-breakpoint
CREATE INDEX `charge_session_point` ON `charge_session` (`charge_point_id`,`started_at`);