ALTER TABLE `sensor` ADD `place` varchar(60);--> statement-breakpoint
ALTER TABLE `sensor_reading` ADD `place` varchar(60);