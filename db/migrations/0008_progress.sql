-- The stage of a job goes into its case, where it can be undone and is kept with who moved it.
UPDATE `job` SET `case` = json_set(`case`, '$.progress', json_object('stage', if(`stage` = 'installed', 'done', `stage`))), `updated_at` = `updated_at` WHERE `stage` <> 'survey';--> statement-breakpoint
ALTER TABLE `job`
	DROP INDEX `job_listed`,
	DROP INDEX `job_firm_stage`,
	DROP INDEX `job_firm_owner`,
	DROP INDEX `job_firm_association`,
	DROP INDEX `job_firm_authority`,
	DROP COLUMN `stage`,
	DROP COLUMN `permissions`,
	DROP COLUMN `waits_for_owner`,
	DROP COLUMN `waits_for_association`,
	DROP COLUMN `waits_for_authority`;--> statement-breakpoint
ALTER TABLE `job`
	ADD `stage` varchar(20) GENERATED ALWAYS AS (coalesce(json_value(`case`, '$.progress.stage'), 'survey')) STORED,
	ADD `waits_for_owner` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'owner', null, '$.progress.waits[*].for') is not null or (json_value(`case`, '$.enquiry.permissions.owner') <=> 'asked')) STORED,
	ADD `waits_for_association` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'association', null, '$.progress.waits[*].for') is not null or (json_value(`case`, '$.enquiry.permissions.association') <=> 'asked')) STORED,
	ADD `waits_for_authority` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'authority', null, '$.progress.waits[*].for') is not null or (json_value(`case`, '$.enquiry.permissions.authority') <=> 'asked')) STORED,
	ADD `waits_for_customer` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'customer', null, '$.progress.waits[*].for') is not null or (json_value(`case`, '$.progress.stage') <=> 'quoted')) STORED,
	ADD `waits_for_operator` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'operator', null, '$.progress.waits[*].for') is not null or (json_value(`case`, '$.progress.stage') <=> 'waiting')) STORED,
	ADD `waits_for_inspector` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'inspector', null, '$.progress.waits[*].for') is not null or false) STORED,
	ADD `waits_for_supplier` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'supplier', null, '$.progress.waits[*].for') is not null or false) STORED,
	ADD `waits_for_firm` boolean GENERATED ALWAYS AS (json_search(`case`, 'one', 'firm', null, '$.progress.waits[*].for') is not null or false) STORED,
	ADD `due_on` varchar(10) GENERATED ALWAYS AS (json_value(`summary`, '$.due.on')) STORED;--> statement-breakpoint
CREATE INDEX `job_firm_stage` ON `job` (`firm_id`,`stage`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_owner` ON `job` (`firm_id`,`waits_for_owner`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_association` ON `job` (`firm_id`,`waits_for_association`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_authority` ON `job` (`firm_id`,`waits_for_authority`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_customer` ON `job` (`firm_id`,`waits_for_customer`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_operator` ON `job` (`firm_id`,`waits_for_operator`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_inspector` ON `job` (`firm_id`,`waits_for_inspector`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_supplier` ON `job` (`firm_id`,`waits_for_supplier`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_firm` ON `job` (`firm_id`,`waits_for_firm`,`updated_at`,`id`);--> statement-breakpoint
CREATE INDEX `job_firm_due` ON `job` (`firm_id`,`due_on`,`id`);--> statement-breakpoint
CREATE INDEX `job_listed` ON `job` (`firm_id`,`id`,`updated_at`,`stage`,`waits_for_owner`,`waits_for_association`,`waits_for_authority`,`waits_for_customer`,`waits_for_operator`,`waits_for_inspector`,`waits_for_supplier`,`waits_for_firm`);
