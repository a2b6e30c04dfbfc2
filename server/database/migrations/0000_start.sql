CREATE TABLE `audit` (
	`id` integer PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`person_id` text,
	`person_name` text NOT NULL,
	`action` text NOT NULL,
	`subject_kind` text NOT NULL,
	`subject_id` text NOT NULL,
	`subject_name` text NOT NULL,
	`before` text,
	`after` text,
	`why` text,
	`previous_hash` text NOT NULL,
	`hash` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `audit_subject` ON `audit` (`subject_kind`,`subject_id`,`id`);--> statement-breakpoint
CREATE TABLE `configurations` (
	`id` integer PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`person_name` text NOT NULL,
	`comment` text,
	`configuration` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `documents` (
	`id` text PRIMARY KEY NOT NULL,
	`number` text NOT NULL,
	`title` text,
	`class_id` text NOT NULL,
	`lifecycle` text NOT NULL,
	`state` text NOT NULL,
	`folder` text NOT NULL,
	`file_name` text NOT NULL,
	`record` text NOT NULL,
	`revision` text,
	`revision_order` text,
	`version` integer NOT NULL,
	`checked_out_by` text,
	`checked_out_at` text,
	`creator` text NOT NULL,
	`last_editor` text NOT NULL,
	`created_at` text NOT NULL,
	`changed_at` text NOT NULL,
	`state_since` text NOT NULL,
	`change` integer NOT NULL,
	`intake` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `documents_number` ON `documents` (`number`);--> statement-breakpoint
CREATE INDEX `documents_title` ON `documents` (`title`,`number`);--> statement-breakpoint
CREATE INDEX `documents_state` ON `documents` (`lifecycle`,`state`,`number`);--> statement-breakpoint
CREATE INDEX `documents_revision` ON `documents` (`revision_order`,`number`);--> statement-breakpoint
CREATE INDEX `documents_changed` ON `documents` (`changed_at`,`number`);--> statement-breakpoint
CREATE INDEX `documents_state_name` ON `documents` (`state`,`number`);--> statement-breakpoint
CREATE INDEX `documents_folder` ON `documents` (`folder`,`number`);--> statement-breakpoint
CREATE TABLE `draft` (
	`id` integer PRIMARY KEY NOT NULL,
	`cursor` integer NOT NULL,
	`change` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `draft_edits` (
	`position` integer PRIMARY KEY NOT NULL,
	`edit` text NOT NULL,
	`words` text NOT NULL,
	`at` text NOT NULL,
	`person_name` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `folders` (
	`path` text PRIMARY KEY NOT NULL,
	`rules` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `intake_documents` (
	`intake` text NOT NULL,
	`position` integer NOT NULL,
	`number` text NOT NULL,
	`plan` text NOT NULL,
	`status` text NOT NULL,
	`message` text,
	`document` text,
	`result` text,
	PRIMARY KEY(`intake`, `position`)
);
--> statement-breakpoint
CREATE INDEX `intake_documents_status` ON `intake_documents` (`intake`,`status`,`position`);--> statement-breakpoint
CREATE UNIQUE INDEX `intake_documents_number` ON `intake_documents` (`intake`,`number`);--> statement-breakpoint
CREATE TABLE `intake_files` (
	`intake` text NOT NULL,
	`path` text NOT NULL,
	`found` text NOT NULL,
	`planned` text,
	`number` text,
	`document` integer,
	`status` text NOT NULL,
	`conflict` text,
	PRIMARY KEY(`intake`, `path`)
);
--> statement-breakpoint
CREATE INDEX `intake_files_status` ON `intake_files` (`intake`,`status`,`path`);--> statement-breakpoint
CREATE INDEX `intake_files_number` ON `intake_files` (`intake`,`number`,`path`);--> statement-breakpoint
CREATE TABLE `intakes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`archive` text NOT NULL,
	`register` text,
	`profile` text NOT NULL,
	`settlements` text NOT NULL,
	`problems` text NOT NULL,
	`stage` text NOT NULL,
	`fault` text,
	`at` text NOT NULL,
	`person_id` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`subject` text NOT NULL,
	`subject_name` text NOT NULL,
	`person_id` text NOT NULL,
	`status` text NOT NULL,
	`stop_asked` integer DEFAULT false NOT NULL,
	`done` integer DEFAULT 0 NOT NULL,
	`total` integer DEFAULT 0 NOT NULL,
	`message` text,
	`queued_at` text NOT NULL,
	`started_at` text,
	`ended_at` text
);
--> statement-breakpoint
CREATE INDEX `jobs_status` ON `jobs` (`status`,`queued_at`);--> statement-breakpoint
CREATE INDEX `jobs_subject` ON `jobs` (`subject`,`queued_at`);--> statement-breakpoint
CREATE TABLE `people` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`mail` text NOT NULL,
	`password_hash` text NOT NULL,
	`administrator` integer NOT NULL,
	`groups` text NOT NULL,
	`active` integer DEFAULT true NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `people_mail_unique` ON `people` (`mail`);--> statement-breakpoint
CREATE TABLE `register_rows` (
	`document` text NOT NULL,
	`position` integer NOT NULL,
	`label` text NOT NULL,
	`date` text,
	`author` text,
	`text` text,
	`version` integer,
	`origin` text NOT NULL,
	PRIMARY KEY(`document`, `position`)
);
--> statement-breakpoint
CREATE TABLE `versions` (
	`document` text NOT NULL,
	`version` integer NOT NULL,
	`file_name` text NOT NULL,
	`sha256` text NOT NULL,
	`size` integer NOT NULL,
	`revision` text,
	`comment` text,
	`at` text NOT NULL,
	`person_name` text NOT NULL,
	PRIMARY KEY(`document`, `version`)
);
--> statement-breakpoint
CREATE TRIGGER `audit_is_never_changed` BEFORE UPDATE ON `audit` BEGIN SELECT RAISE(ABORT, 'the audit trail is append-only'); END;
--> statement-breakpoint
CREATE TRIGGER `audit_is_never_deleted` BEFORE DELETE ON `audit` BEGIN SELECT RAISE(ABORT, 'the audit trail is append-only'); END;
