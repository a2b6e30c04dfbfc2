CREATE TABLE `file_states` (
	`document` text PRIMARY KEY NOT NULL,
	`pending` integer NOT NULL,
	`blocks` integer DEFAULT false NOT NULL,
	`findings` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `file_states_pending` ON `file_states` (`pending`,`document`);--> statement-breakpoint
CREATE TABLE `later_contents` (
	`document` text NOT NULL,
	`version` integer NOT NULL,
	`position` integer NOT NULL,
	`sha256` text NOT NULL,
	`size` integer NOT NULL,
	`at` text NOT NULL,
	`why` text NOT NULL,
	PRIMARY KEY(`document`, `version`, `position`)
);
--> statement-breakpoint
CREATE INDEX `later_contents_sha256` ON `later_contents` (`sha256`);--> statement-breakpoint
CREATE TABLE `read_contents` (
	`sha256` text PRIMARY KEY NOT NULL,
	`places` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `job_lines` (
	`job` text NOT NULL,
	`number` text NOT NULL,
	`outcome` text NOT NULL,
	`message` text,
	PRIMARY KEY(`job`, `number`)
);
