CREATE TABLE `waivers` (
	`key` text PRIMARY KEY NOT NULL,
	`reason` text NOT NULL,
	`at` text NOT NULL,
	`person_name` text NOT NULL
);
