CREATE TABLE `past_weather` (
	`place_key` varchar(40) NOT NULL,
	`fetched_at` datetime(3) NOT NULL,
	`weather` mediumtext NOT NULL,
	CONSTRAINT `past_weather_place_key` PRIMARY KEY(`place_key`)
);
