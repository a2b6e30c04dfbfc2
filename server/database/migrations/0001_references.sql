CREATE TABLE `document_references` (
	`parent` text NOT NULL,
	`child` text NOT NULL,
	PRIMARY KEY(`parent`, `child`)
);
--> statement-breakpoint
CREATE INDEX `document_references_child` ON `document_references` (`child`);--> statement-breakpoint
ALTER TABLE `register_rows` ADD `was` text;