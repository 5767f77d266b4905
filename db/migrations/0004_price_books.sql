CREATE TABLE `price_book` (
	`firm_id` varchar(64) NOT NULL,
	`version` int NOT NULL,
	`book` json NOT NULL,
	`person_id` varchar(64) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
	CONSTRAINT `price_book_firm_id_version_pk` PRIMARY KEY(`firm_id`,`version`)
);
--> statement-breakpoint
ALTER TABLE `price_book` ADD CONSTRAINT `price_book_firm_id_firm_id_fk` FOREIGN KEY (`firm_id`) REFERENCES `firm`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `price_book` ADD CONSTRAINT `price_book_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;