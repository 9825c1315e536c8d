ALTER TABLE `finished_coat` ADD `part` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT 'first' NOT NULL;
--> statement-breakpoint
ALTER TABLE `finished_coat` DROP PRIMARY KEY, ADD PRIMARY KEY(`job_id`,`part`,`coat`,`rate_key`);
--> statement-breakpoint
ALTER TABLE `committed_plan` ADD `part` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT 'first' NOT NULL;
--> statement-breakpoint
ALTER TABLE `visit` ADD `part` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT 'first' NOT NULL;
