CREATE TABLE `known_browsers` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`at` text NOT NULL,
	`until` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `sessions_person` ON `sessions` (`person_id`);--> statement-breakpoint
CREATE TABLE `coming_contents` (
	`id` text PRIMARY KEY NOT NULL,
	`sha256` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `coming_contents_sha256` ON `coming_contents` (`sha256`);--> statement-breakpoint
CREATE INDEX `versions_sha256` ON `versions` (`sha256`);