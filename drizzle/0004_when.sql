DELETE FROM `forecast`;--> statement-breakpoint
CREATE TABLE `calendar_feed` (
	`crew_id` char(36) NOT NULL,
	`secret` char(48) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `calendar_feed_crew_id` PRIMARY KEY(`crew_id`),
	CONSTRAINT `calendar_feed_secret_unique` UNIQUE(`secret`)
);
--> statement-breakpoint
CREATE TABLE `imported_weather` (
	`crew_id` char(36) NOT NULL,
	`place_key` varchar(40) NOT NULL,
	`kind` enum('series','year') NOT NULL,
	`name` varchar(120) NOT NULL,
	`weather` mediumtext NOT NULL,
	`by` varchar(80) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `imported_weather_crew_id_place_key_kind_pk` PRIMARY KEY(`crew_id`,`place_key`,`kind`)
);
--> statement-breakpoint
CREATE TABLE `sensor` (
	`id` char(36) NOT NULL,
	`crew_id` char(36) NOT NULL,
	`job_id` char(36),
	`name` varchar(60) NOT NULL,
	`token_hash` char(64) NOT NULL,
	`battery_percent` int,
	`last_seen_at` datetime(3),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `sensor_id` PRIMARY KEY(`id`),
	CONSTRAINT `sensor_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE `sensor_reading` (
	`sensor_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`quantity` enum('airTempC','rh','surfaceTempC','mcPercent') NOT NULL,
	`job_id` char(36),
	`value` double NOT NULL,
	CONSTRAINT `sensor_reading_sensor_id_at_quantity_pk` PRIMARY KEY(`sensor_id`,`at`,`quantity`)
);
--> statement-breakpoint
CREATE TABLE `tack_test` (
	`job_id` char(36) NOT NULL,
	`coat` int NOT NULL,
	`at` datetime(3) NOT NULL,
	`crew_id` char(36) NOT NULL,
	`product_id` varchar(60) NOT NULL,
	`site` varchar(120) NOT NULL,
	`felt` varchar(20) NOT NULL,
	`ln_progress` double NOT NULL,
	`touch_dry` double NOT NULL,
	CONSTRAINT `tack_test_job_id_coat_at_pk` PRIMARY KEY(`job_id`,`coat`,`at`)
);
--> statement-breakpoint
CREATE TABLE `visit` (
	`job_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`crew_id` char(36) NOT NULL,
	`from_at` datetime(3) NOT NULL,
	`to_at` datetime(3) NOT NULL,
	`what` varchar(200) NOT NULL,
	`sequence` int NOT NULL,
	`cancelled` boolean NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `visit_job_id_number_pk` PRIMARY KEY(`job_id`,`number`)
);
--> statement-breakpoint
ALTER TABLE `committed_plan` ADD `start_at` datetime(3);--> statement-breakpoint
ALTER TABLE `committed_plan` ADD `holds` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `committed_plan` ADD `members` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `committed_plan` ADD `forecast` mediumtext;--> statement-breakpoint
ALTER TABLE `forecast` ADD `past` mediumtext NOT NULL;--> statement-breakpoint
ALTER TABLE `forecast` ADD `ahead` mediumtext NOT NULL;--> statement-breakpoint
ALTER TABLE `sensor` ADD CONSTRAINT `sensor_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sensor_reading` ADD CONSTRAINT `sensor_reading_sensor_id_sensor_id_fk` FOREIGN KEY (`sensor_id`) REFERENCES `sensor`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `tack_test` ADD CONSTRAINT `tack_test_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `visit` ADD CONSTRAINT `visit_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `sensor_crew` ON `sensor` (`crew_id`);--> statement-breakpoint
CREATE INDEX `sensor_job` ON `sensor` (`job_id`);--> statement-breakpoint
CREATE INDEX `sensor_reading_job` ON `sensor_reading` (`job_id`,`at`);--> statement-breakpoint
CREATE INDEX `tack_test_crew` ON `tack_test` (`crew_id`,`at`);--> statement-breakpoint
CREATE INDEX `visit_crew` ON `visit` (`crew_id`,`from_at`);