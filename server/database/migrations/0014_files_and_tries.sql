CREATE TABLE `file_failures` (
	`sha256` text NOT NULL,
	`task` text NOT NULL,
	`reader` integer NOT NULL,
	`message` text NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`sha256`, `task`)
);
--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD `kind` text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE `file_states` ADD `unread` integer;--> statement-breakpoint
ALTER TABLE `file_states` ADD `unread_since` integer;--> statement-breakpoint
ALTER TABLE `jobs` ADD `turn` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `reached` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `jobs_turn` ON `jobs` (`status`,`turn`);--> statement-breakpoint
ALTER TABLE `outbox` ADD `about` text;--> statement-breakpoint
UPDATE `jobs` SET `turn` = `queued_at`;
