CREATE TABLE `waved_away` (
	`key` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`person_name` text NOT NULL
);
