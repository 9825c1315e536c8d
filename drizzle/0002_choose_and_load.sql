CREATE TABLE `finished_coat` (
	`job_id` char(36) NOT NULL,
	`coat` int NOT NULL,
	`rate_key` varchar(140) NOT NULL,
	`crew_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`product_id` varchar(60) NOT NULL,
	`product` varchar(80) NOT NULL,
	`position` varchar(20) NOT NULL,
	`species_group` varchar(30) NOT NULL,
	`method` varchar(20) NOT NULL,
	`area_m2` double NOT NULL,
	`used_l` double NOT NULL,
	`card_m2_per_l` double NOT NULL,
	`ln_rate` double NOT NULL,
	`weight` double NOT NULL,
	`guessed` boolean NOT NULL,
	`counts` boolean NOT NULL,
	`reason` varchar(300) NOT NULL,
	CONSTRAINT `finished_coat_job_id_coat_rate_key_pk` PRIMARY KEY(`job_id`,`coat`,`rate_key`)
);
--> statement-breakpoint
CREATE TABLE `house_rules` (
	`crew_id` char(36) NOT NULL,
	`revision` int NOT NULL,
	`document` json NOT NULL,
	`changed_by` varchar(80) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `house_rules_crew_id_revision_pk` PRIMARY KEY(`crew_id`,`revision`)
);
--> statement-breakpoint
CREATE TABLE `rate_evidence` (
	`crew_id` char(36) NOT NULL,
	`rate_key` varchar(140) NOT NULL,
	`coats` int NOT NULL,
	`weight` double NOT NULL,
	`weighted_ln` double NOT NULL,
	CONSTRAINT `rate_evidence_crew_id_rate_key_pk` PRIMARY KEY(`crew_id`,`rate_key`)
);
--> statement-breakpoint
CREATE TABLE `tin` (
	`id` char(36) NOT NULL,
	`crew_id` char(36) NOT NULL,
	`product_id` varchar(60) NOT NULL,
	`of` enum('kit','oil','hardener') NOT NULL,
	`colour` varchar(40) NOT NULL,
	`lot` varchar(40) NOT NULL,
	`pair_code` varchar(20),
	`volume_ml` int NOT NULL,
	`left_ml` int NOT NULL,
	`place` varchar(40) NOT NULL,
	`bought_on` date NOT NULL,
	`opened_on` date,
	`row_version` int NOT NULL DEFAULT 1,
	CONSTRAINT `tin_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `tin_movement` (
	`id` char(36) NOT NULL,
	`crew_id` char(36) NOT NULL,
	`tin_id` char(36),
	`product_id` varchar(60) NOT NULL,
	`of` enum('kit','oil','hardener') NOT NULL,
	`lot` varchar(40) NOT NULL,
	`kind` enum('bought','used','taken back','corrected','moved','thrown out') NOT NULL,
	`delta_ml` int NOT NULL,
	`note` varchar(200) NOT NULL DEFAULT '',
	`event_id` char(36),
	`job_id` char(36),
	`by` varchar(80) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `tin_movement_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `finished_coat` ADD CONSTRAINT `finished_coat_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `house_rules` ADD CONSTRAINT `house_rules_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `tin` ADD CONSTRAINT `tin_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `finished_coat_crew` ON `finished_coat` (`crew_id`,`at`);--> statement-breakpoint
CREATE INDEX `tin_crew` ON `tin` (`crew_id`,`left_ml`);--> statement-breakpoint
CREATE INDEX `tin_lot` ON `tin` (`crew_id`,`product_id`,`lot`);--> statement-breakpoint
CREATE INDEX `tin_movement_crew` ON `tin_movement` (`crew_id`,`at`);--> statement-breakpoint
CREATE INDEX `tin_movement_event` ON `tin_movement` (`event_id`);--> statement-breakpoint
CREATE INDEX `tin_movement_tin` ON `tin_movement` (`tin_id`);