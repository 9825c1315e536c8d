CREATE TABLE `calendar_address` (
	`user_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`secret` char(48) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `calendar_address_user_id` PRIMARY KEY(`user_id`),
	CONSTRAINT `calendar_address_secret_unique` UNIQUE(`secret`)
);
--> statement-breakpoint
CREATE TABLE `first_crew` (
	`one` int NOT NULL,
	`crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`made_at` datetime(3) NOT NULL,
	CONSTRAINT `first_crew_one` PRIMARY KEY(`one`)
);
--> statement-breakpoint
CREATE TABLE `password_link` (
	`token_hash` char(64) NOT NULL,
	`user_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`by` varchar(80) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	CONSTRAINT `password_link_token_hash` PRIMARY KEY(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_try` (
	`try_key` char(64) NOT NULL,
	`count` int NOT NULL,
	`open_at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_try_try_key` PRIMARY KEY(`try_key`)
);
--> statement-breakpoint
UPDATE `work_event` SET `job_id` = LOWER(`job_id`) WHERE BINARY `job_id` <> BINARY LOWER(`job_id`);
--> statement-breakpoint
UPDATE `photo` SET `job_id` = LOWER(`job_id`) WHERE BINARY `job_id` <> BINARY LOWER(`job_id`);
--> statement-breakpoint
UPDATE `finished_coat` SET `job_id` = LOWER(`job_id`) WHERE BINARY `job_id` <> BINARY LOWER(`job_id`);
--> statement-breakpoint
UPDATE `tack_test` SET `job_id` = LOWER(`job_id`) WHERE BINARY `job_id` <> BINARY LOWER(`job_id`);
--> statement-breakpoint
UPDATE `tin_movement` SET `job_id` = LOWER(`job_id`) WHERE BINARY `job_id` <> BINARY LOWER(`job_id`);
--> statement-breakpoint
ALTER TABLE `account` DROP FOREIGN KEY `account_user_id_user_id_fk`;
--> statement-breakpoint
ALTER TABLE `committed_plan` DROP FOREIGN KEY `committed_plan_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `job` DROP FOREIGN KEY `job_crew_id_crew_id_fk`;
--> statement-breakpoint
ALTER TABLE `product_card` DROP FOREIGN KEY `product_card_crew_id_crew_id_fk`;
--> statement-breakpoint
ALTER TABLE `session` DROP FOREIGN KEY `session_user_id_user_id_fk`;
--> statement-breakpoint
ALTER TABLE `user` DROP FOREIGN KEY `user_crew_id_crew_id_fk`;
--> statement-breakpoint
ALTER TABLE `work_event` DROP FOREIGN KEY `work_event_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `photo` DROP FOREIGN KEY `photo_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `finished_coat` DROP FOREIGN KEY `finished_coat_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `house_rules` DROP FOREIGN KEY `house_rules_crew_id_crew_id_fk`;
--> statement-breakpoint
ALTER TABLE `tin` DROP FOREIGN KEY `tin_crew_id_crew_id_fk`;
--> statement-breakpoint
ALTER TABLE `sensor` DROP FOREIGN KEY `sensor_crew_id_crew_id_fk`;
--> statement-breakpoint
ALTER TABLE `sensor_reading` DROP FOREIGN KEY `sensor_reading_sensor_id_sensor_id_fk`;
--> statement-breakpoint
ALTER TABLE `tack_test` DROP FOREIGN KEY `tack_test_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `visit` DROP FOREIGN KEY `visit_job_id_job_id_fk`;
--> statement-breakpoint
ALTER TABLE `tack_test`
	ADD `nth` int DEFAULT 0 NOT NULL,
	DROP PRIMARY KEY,
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	ADD PRIMARY KEY(`job_id`,`coat`,`at`,`nth`);
--> statement-breakpoint
ALTER TABLE `account`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `user_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `committed_plan`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `crew`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	ADD `turn` int DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE `crew_knowledge`
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `finished_coat`
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `house_rules`
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `imported_weather`
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `job`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	ADD `set_aside_at` datetime(3),
	ADD `set_aside_by` varchar(80);
--> statement-breakpoint
ALTER TABLE `photo`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `by_user_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `product_card`
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `card_id` varchar(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `rate_evidence`
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `sensor`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;
--> statement-breakpoint
ALTER TABLE `sensor_reading`
	MODIFY COLUMN `sensor_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;
--> statement-breakpoint
ALTER TABLE `session`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `user_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `tin`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `tin_movement`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `tin_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin,
	MODIFY COLUMN `event_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin,
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;
--> statement-breakpoint
ALTER TABLE `user`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `verification`
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `visit`
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `work_event`
	MODIFY COLUMN `seq` bigint NOT NULL,
	MODIFY COLUMN `id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	MODIFY COLUMN `by_user_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	DROP PRIMARY KEY,
	ADD PRIMARY KEY(`job_id`,`seq`),
	DROP INDEX `work_event_job`;
--> statement-breakpoint
ALTER TABLE `account` ADD CONSTRAINT `account_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `committed_plan` ADD CONSTRAINT `committed_plan_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `job` ADD CONSTRAINT `job_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `product_card` ADD CONSTRAINT `product_card_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `session` ADD CONSTRAINT `session_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `user` ADD CONSTRAINT `user_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `work_event` ADD CONSTRAINT `work_event_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `finished_coat` ADD CONSTRAINT `finished_coat_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `house_rules` ADD CONSTRAINT `house_rules_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `tin` ADD CONSTRAINT `tin_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `sensor` ADD CONSTRAINT `sensor_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `sensor_reading` ADD CONSTRAINT `sensor_reading_sensor_id_sensor_id_fk` FOREIGN KEY (`sensor_id`) REFERENCES `sensor`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `tack_test` ADD CONSTRAINT `tack_test_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `visit` ADD CONSTRAINT `visit_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `calendar_address` ADD CONSTRAINT `calendar_address_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `password_link` ADD CONSTRAINT `password_link_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX `password_link_user` ON `password_link` (`user_id`);
--> statement-breakpoint
CREATE INDEX `sign_in_try_open` ON `sign_in_try` (`open_at`);
--> statement-breakpoint
DROP TABLE `calendar_feed`;
--> statement-breakpoint
DROP TABLE `sign_in_failure`;
--> statement-breakpoint
DROP INDEX `job_list` ON `job`;
--> statement-breakpoint
CREATE INDEX `job_list` ON `job` (`crew_id`,`updated_at`,`id`,`stage`,`set_aside_at`,`title`,`client_name`,`place`);
