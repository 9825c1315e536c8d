CREATE TABLE `photo` (
	`id` char(36) NOT NULL,
	`job_id` char(36) NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`full` mediumblob NOT NULL,
	`small` mediumblob NOT NULL,
	`by_user_id` char(36) NOT NULL,
	`by_name` varchar(80) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	CONSTRAINT `photo_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `photo_job` ON `photo` (`job_id`);