CREATE TABLE `client` (
	`id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`name` varchar(120) NOT NULL,
	`phone` varchar(40),
	`email` varchar(120),
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `client_id` PRIMARY KEY(`id`),
	CONSTRAINT `client_name` UNIQUE(`crew_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `site` (
	`id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`place` varchar(120) NOT NULL,
	`latitude_deg` double NOT NULL,
	`longitude_deg` double NOT NULL,
	`time_zone` varchar(60) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `site_id` PRIMARY KEY(`id`),
	CONSTRAINT `site_place` UNIQUE(`crew_id`,`place`)
);
--> statement-breakpoint
ALTER TABLE `job` ADD `client_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;--> statement-breakpoint
ALTER TABLE `job` ADD `site_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;--> statement-breakpoint
ALTER TABLE `client` ADD CONSTRAINT `client_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `site` ADD CONSTRAINT `site_crew_id_crew_id_fk` FOREIGN KEY (`crew_id`) REFERENCES `crew`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job` ADD CONSTRAINT `job_client_id_client_id_fk` FOREIGN KEY (`client_id`) REFERENCES `client`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job` ADD CONSTRAINT `job_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `job_standing` ON `job` (`crew_id`,`set_aside_at`,`stage`);--> statement-breakpoint
CREATE INDEX `job_client` ON `job` (`client_id`,`updated_at`);--> statement-breakpoint
CREATE INDEX `job_site` ON `job` (`site_id`,`updated_at`);--> statement-breakpoint
INSERT IGNORE INTO `client` (`id`, `crew_id`, `name`, `phone`, `email`, `changed_at`)
SELECT UUID(), `crew_id`, `client_name`, JSON_VALUE(`document`, '$.client.phone'), JSON_VALUE(`document`, '$.client.email'), `updated_at`
FROM `job` ORDER BY `updated_at` DESC;
--> statement-breakpoint
INSERT IGNORE INTO `site` (`id`, `crew_id`, `place`, `latitude_deg`, `longitude_deg`, `time_zone`, `changed_at`)
SELECT UUID(), `crew_id`, `place`, JSON_VALUE(`document`, '$.site.latitudeDeg'), JSON_VALUE(`document`, '$.site.longitudeDeg'), JSON_VALUE(`document`, '$.site.timeZone'), `updated_at`
FROM `job` WHERE JSON_VALUE(`document`, '$.site.latitudeDeg') IS NOT NULL AND JSON_VALUE(`document`, '$.site.longitudeDeg') IS NOT NULL AND JSON_VALUE(`document`, '$.site.timeZone') IS NOT NULL
ORDER BY `updated_at` DESC;
--> statement-breakpoint
UPDATE `job` JOIN `client` ON `client`.`crew_id` = `job`.`crew_id` AND `client`.`name` = `job`.`client_name` SET `job`.`client_id` = `client`.`id`;
--> statement-breakpoint
UPDATE `job` JOIN `site` ON `site`.`crew_id` = `job`.`crew_id` AND `site`.`place` = `job`.`place` SET `job`.`site_id` = `site`.`id`;
