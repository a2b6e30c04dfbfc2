CREATE TABLE `schedules` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`cron` text NOT NULL,
	`input` text,
	`active` integer DEFAULT true NOT NULL,
	`person_name` text NOT NULL,
	`at` text NOT NULL,
	`last_at` text,
	`next_at` text
);
--> statement-breakpoint
CREATE TABLE `copies` (
	`copy` text PRIMARY KEY NOT NULL,
	`source` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `copies_source` ON `copies` (`source`);--> statement-breakpoint
CREATE TABLE `renditions` (
	`document` text NOT NULL,
	`version` integer NOT NULL,
	`format` text NOT NULL,
	`file_name` text NOT NULL,
	`sha256` text NOT NULL,
	`size` integer NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`document`, `version`, `format`)
);
--> statement-breakpoint
CREATE INDEX `renditions_sha256` ON `renditions` (`sha256`);--> statement-breakpoint
CREATE TABLE `task_deferrals` (
	`task` text NOT NULL,
	`person` text NOT NULL,
	`until` text NOT NULL,
	PRIMARY KEY(`task`, `person`)
);
--> statement-breakpoint
CREATE TABLE `tasks` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`document` text NOT NULL,
	`detail` text NOT NULL,
	`asked_of` text NOT NULL,
	`since` text NOT NULL,
	`due` text,
	`claimed_by` text,
	`claimed_at` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `tasks_of` ON `tasks` (`document`,`kind`,`detail`);--> statement-breakpoint
CREATE INDEX `tasks_since` ON `tasks` (`kind`,`since`);--> statement-breakpoint
CREATE TABLE `kept_rehearsals` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`lifecycle` text NOT NULL,
	`body` text NOT NULL,
	`active` integer DEFAULT true NOT NULL,
	`person_name` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `jobs` ADD `priority` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `attempts` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `next_at` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `lease_until` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `document` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `input` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `schedule` text;--> statement-breakpoint
CREATE INDEX `jobs_document` ON `jobs` (`document`,`status`);--> statement-breakpoint
CREATE INDEX `jobs_queued` ON `jobs` (`queued_at`);--> statement-breakpoint
ALTER TABLE `outbox` ADD `link` text;--> statement-breakpoint
ALTER TABLE `outbox` ADD `secret` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `outbox` ADD `gathered` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `outbox` ADD `digest` integer;--> statement-breakpoint
CREATE INDEX `outbox_gathered` ON `outbox` (`gathered`,`digest`,`recipient`);