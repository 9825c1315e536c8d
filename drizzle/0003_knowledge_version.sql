CREATE TABLE `crew_knowledge` (
	`crew_id` char(36) NOT NULL,
	`version` int NOT NULL,
	CONSTRAINT `crew_knowledge_crew_id` PRIMARY KEY(`crew_id`)
);
