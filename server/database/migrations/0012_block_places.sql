CREATE TABLE `block_places` (
	`format` text PRIMARY KEY NOT NULL,
	`corner` text NOT NULL,
	`across` real NOT NULL,
	`up` real NOT NULL
);
