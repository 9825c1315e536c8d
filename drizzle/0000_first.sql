CREATE TABLE `account` (
	`id` char(36) NOT NULL,
	`user_id` char(36) NOT NULL,
	`account_id` varchar(120) NOT NULL,
	`provider_id` varchar(60) NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` datetime(3),
	`refresh_token_expires_at` datetime(3),
	`scope` text,
	`password` text,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `account_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `committed_plan` (
	`id` char(36) NOT NULL,
	`job_id` char(36) NOT NULL,
	`row_version` int NOT NULL,
	`plan` json NOT NULL,
	`committed_by` varchar(80) NOT NULL,
	`committed_at` datetime(3) NOT NULL,
	CONSTRAINT `committed_plan_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `crew` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`home` json NOT NULL,
	`working_hours` json NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `crew_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `forecast` (
	`place_key` varchar(40) NOT NULL,
	`issued_at` datetime(3) NOT NULL,
	`fetched_at` datetime(3) NOT NULL,
	`coverage` json NOT NULL,
	CONSTRAINT `forecast_place_key` PRIMARY KEY(`place_key`)
);
--> statement-breakpoint
CREATE TABLE `job` (
	`id` char(36) NOT NULL,
	`crew_id` char(36) NOT NULL,
	`title` varchar(120) NOT NULL,
	`client_name` varchar(120) NOT NULL,
	`place` varchar(120) NOT NULL,
	`stage` enum('planning','booked','working','drying','in care') NOT NULL,
	`document` json NOT NULL,
	`row_version` int NOT NULL,
	`event_seq` bigint NOT NULL DEFAULT 0,
	`due_at` datetime(3),
	`served_at` datetime(3),
	`changed_by` varchar(80) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `job_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `product_card` (
	`crew_id` char(36) NOT NULL,
	`card_id` varchar(60) NOT NULL,
	`revision` int NOT NULL,
	`newest` boolean NOT NULL,
	`document` json NOT NULL,
	`changed_by` varchar(80) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `product_card_crew_id_card_id_revision_pk` PRIMARY KEY(`crew_id`,`card_id`,`revision`)
);
--> statement-breakpoint
CREATE TABLE `session` (
	`id` char(36) NOT NULL,
	`user_id` char(36) NOT NULL,
	`token` varchar(120) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`ip_address` varchar(64),
	`user_agent` varchar(400),
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `session_id` PRIMARY KEY(`id`),
	CONSTRAINT `session_token_unique` UNIQUE(`token`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_failure` (
	`email` varchar(120) NOT NULL,
	`count` int NOT NULL,
	`open_at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_failure_email` PRIMARY KEY(`email`)
);
--> statement-breakpoint
CREATE TABLE `user` (
	`id` char(36) NOT NULL,
	`crew_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`email` varchar(120) NOT NULL,
	`email_verified` boolean NOT NULL DEFAULT false,
	`image` text,
	`role` enum('lead','hand','office') NOT NULL DEFAULT 'hand',
	`units` enum('metric','us') NOT NULL DEFAULT 'metric',
	`active` boolean NOT NULL DEFAULT true,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `user_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_email_unique` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE `verification` (
	`id` char(36) NOT NULL,
	`identifier` varchar(200) NOT NULL,
	`value` text NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `verification_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `work_event` (
	`seq` bigint AUTO_INCREMENT NOT NULL,
	`id` char(36) NOT NULL,
	`job_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`type` varchar(40) NOT NULL,
	`data` json NOT NULL,
	`device` varchar(60) NOT NULL,
	`by_user_id` char(36) NOT NULL,
	`by_name` varchar(80) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	CONSTRAINT `work_event_seq` PRIMARY KEY(`seq`),
	CONSTRAINT `work_event_id` UNIQUE(`id`)
);
--> statement-breakpoint
ALTER TABLE `account` ADD CONSTRAINT `account_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `committed_plan` ADD CONSTRAINT `committed_plan_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job` ADD CONSTRAINT `job_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `product_card` ADD CONSTRAINT `product_card_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `session` ADD CONSTRAINT `session_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `user` ADD CONSTRAINT `user_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `work_event` ADD CONSTRAINT `work_event_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `account_user` ON `account` (`user_id`);--> statement-breakpoint
CREATE INDEX `committed_plan_job` ON `committed_plan` (`job_id`,`committed_at`);--> statement-breakpoint
CREATE INDEX `job_stage` ON `job` (`crew_id`,`stage`,`updated_at`);--> statement-breakpoint
CREATE INDEX `job_list` ON `job` (`crew_id`,`updated_at`,`id`,`stage`,`title`,`client_name`,`place`);--> statement-breakpoint
CREATE INDEX `job_due` ON `job` (`crew_id`,`due_at`);--> statement-breakpoint
CREATE INDEX `product_card_newest` ON `product_card` (`crew_id`,`newest`,`card_id`);--> statement-breakpoint
CREATE INDEX `session_user` ON `session` (`user_id`);--> statement-breakpoint
CREATE INDEX `user_crew` ON `user` (`crew_id`);--> statement-breakpoint
CREATE INDEX `verification_identifier` ON `verification` (`identifier`);--> statement-breakpoint
CREATE INDEX `work_event_job` ON `work_event` (`job_id`,`seq`);