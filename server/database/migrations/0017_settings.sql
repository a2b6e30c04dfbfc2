CREATE TABLE `settings` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL,
	`at` text NOT NULL,
	`person_name` text NOT NULL
);
