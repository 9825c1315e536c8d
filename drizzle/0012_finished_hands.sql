CREATE TABLE `finished_hands` (
	`job_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`part` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'first',
	`coat` int NOT NULL,
	`rate_key` varchar(140) NOT NULL,
	`crew_id` char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`area_m2` double NOT NULL,
	`took_minutes` double NOT NULL,
	`planned_minutes` double NOT NULL,
	`ln_rate` double NOT NULL,
	`weight` double NOT NULL,
	`guessed` boolean NOT NULL,
	CONSTRAINT `finished_hands_job_id_part_coat_rate_key_pk` PRIMARY KEY(`job_id`,`part`,`coat`,`rate_key`)
);
--> statement-breakpoint
ALTER TABLE `finished_hands` ADD CONSTRAINT `finished_hands_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `finished_hands_crew` ON `finished_hands` (`crew_id`,`at`);