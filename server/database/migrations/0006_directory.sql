CREATE TABLE `directory_changes` (
	`id` integer PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`person_name` text NOT NULL,
	`words` text NOT NULL,
	`delta` text NOT NULL,
	`taken_back_by` integer
);
--> statement-breakpoint
CREATE INDEX `directory_changes_at` ON `directory_changes` (`at`);--> statement-breakpoint
CREATE TABLE `directory_state` (
	`id` integer PRIMARY KEY NOT NULL,
	`version` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `groups` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `access_tokens` (
	`id` text PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`person_id` text NOT NULL,
	`name` text NOT NULL,
	`at` text NOT NULL,
	`until` text NOT NULL,
	`acts` text NOT NULL,
	`last_used_at` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `access_tokens_tokenHash_unique` ON `access_tokens` (`token_hash`);--> statement-breakpoint
CREATE INDEX `access_tokens_person` ON `access_tokens` (`person_id`);--> statement-breakpoint
CREATE TABLE `sign_in_attempts` (
	`key` text PRIMARY KEY NOT NULL,
	`points` integer DEFAULT 0 NOT NULL,
	`expire` integer
);
--> statement-breakpoint
CREATE TABLE `sign_in_links` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`at` text NOT NULL,
	`until` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `sign_in_links_person` ON `sign_in_links` (`person_id`);--> statement-breakpoint
CREATE TABLE `label_tallies` (
	`revision` text NOT NULL,
	`place` integer NOT NULL,
	`documents` integer DEFAULT 0 NOT NULL,
	PRIMARY KEY(`revision`, `place`)
);
--> statement-breakpoint
CREATE TABLE `places` (
	`id` integer PRIMARY KEY NOT NULL,
	`folder` text NOT NULL,
	`class_id` text NOT NULL,
	`lifecycle` text NOT NULL,
	`state` text NOT NULL,
	`documents` integer DEFAULT 0 NOT NULL,
	`since` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `places_of` ON `places` (`folder`,`class_id`,`lifecycle`,`state`);--> statement-breakpoint
CREATE TABLE `outbox` (
	`id` integer PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`recipient` text NOT NULL,
	`subject` text NOT NULL,
	`body` text NOT NULL,
	`attempts` integer DEFAULT 0 NOT NULL,
	`next_at` text,
	`sent_at` text,
	`problem` text
);
--> statement-breakpoint
CREATE INDEX `outbox_next` ON `outbox` (`next_at`);--> statement-breakpoint
DROP INDEX `documents_title`;--> statement-breakpoint
DROP INDEX `documents_state`;--> statement-breakpoint
DROP INDEX `documents_revision`;--> statement-breakpoint
DROP INDEX `documents_changed`;--> statement-breakpoint
DROP INDEX `documents_state_name`;--> statement-breakpoint
DROP INDEX `documents_class`;--> statement-breakpoint
DROP INDEX `documents_folder`;--> statement-breakpoint
ALTER TABLE `documents` ADD `owner` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `documents` ADD `place` integer;--> statement-breakpoint
ALTER TABLE `documents` ADD `key` integer;--> statement-breakpoint
INSERT INTO places (folder, class_id, lifecycle, state, documents, since)
	SELECT folder, class_id, lifecycle, state, count(*), sum(ifnull(unixepoch(state_since), 0)) FROM documents GROUP BY folder, class_id, lifecycle, state;
--> statement-breakpoint
UPDATE documents SET owner = creator, key = rowid, place = (select id from places where folder = documents.folder and class_id = documents.class_id and lifecycle = documents.lifecycle and state = documents.state);
--> statement-breakpoint
CREATE INDEX `documents_key` ON `documents` (`key`,`place`,`number`);--> statement-breakpoint
CREATE INDEX `documents_by_number` ON `documents` (`number`,`place`);--> statement-breakpoint
CREATE INDEX `documents_by_title` ON `documents` (`title`,`number`,`place`);--> statement-breakpoint
CREATE INDEX `documents_by_revision` ON `documents` (`revision_order`,`number`,`place`);--> statement-breakpoint
CREATE INDEX `documents_by_change` ON `documents` (`changed_at`,`number`,`place`);--> statement-breakpoint
CREATE INDEX `documents_placed` ON `documents` (`place`,`number`);--> statement-breakpoint
CREATE INDEX `documents_placed_by_title` ON `documents` (`place`,`title`,`number`);--> statement-breakpoint
CREATE INDEX `documents_placed_by_revision` ON `documents` (`place`,`revision_order`,`number`);--> statement-breakpoint
CREATE INDEX `documents_placed_by_change` ON `documents` (`place`,`changed_at`,`number`);--> statement-breakpoint
CREATE INDEX `documents_label` ON `documents` (`revision`,`place`,`number`);--> statement-breakpoint
CREATE INDEX `documents_owner` ON `documents` (`owner`,`place`,`number`);--> statement-breakpoint
CREATE INDEX `documents_creator` ON `documents` (`creator`,`place`,`number`);--> statement-breakpoint
CREATE INDEX `documents_standing` ON `documents` (`lifecycle`,`state`,`state_since`);--> statement-breakpoint
CREATE INDEX `documents_checked_out` ON `documents` (`checked_out_by`,`number`) WHERE checked_out_by is not null;--> statement-breakpoint
CREATE INDEX `documents_intake` ON `documents` (`intake`,`number`) WHERE intake is not null;--> statement-breakpoint
ALTER TABLE `people` ADD `initials` text;--> statement-breakpoint
ALTER TABLE `people` ADD `mail_when` text DEFAULT 'at-once' NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `id` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `browser` text;--> statement-breakpoint
ALTER TABLE `sessions` ADD `looking_as` text;
--> statement-breakpoint
INSERT INTO label_tallies (revision, place, documents)
	SELECT ifnull(revision, ''), place, count(*) FROM documents GROUP BY ifnull(revision, ''), place;
--> statement-breakpoint
CREATE VIRTUAL TABLE document_texts USING fts5(number, title, record, tokenize = 'trigram', content = '', contentless_delete = 1);
--> statement-breakpoint
INSERT INTO document_texts (rowid, number, title, record) SELECT key, number, title, (select group_concat(value, char(10)) from json_each(documents.record) where type in ('text', 'integer', 'real')) FROM documents;
--> statement-breakpoint
CREATE TRIGGER documents_filed AFTER INSERT ON documents BEGIN
	insert into places (folder, class_id, lifecycle, state) values (new.folder, new.class_id, new.lifecycle, new.state) on conflict do nothing;
	insert into document_texts (rowid, number, title, record) values ((select ifnull(max(key), 0) + 1 from documents), new.number, new.title, (select group_concat(value, char(10)) from json_each(new.record) where type in ('text', 'integer', 'real')));
	update documents
		set place = (select id from places where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state), key = last_insert_rowid(), owner = iif(new.owner = '', new.creator, new.owner)
		where rowid = new.rowid;
	update places set documents = documents + 1, since = since + ifnull(unixepoch(new.state_since), 0) where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state;
	insert into label_tallies (revision, place, documents) values (ifnull(new.revision, ''), (select id from places where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state), 1) on conflict do update set documents = documents + 1;
END;
--> statement-breakpoint
CREATE TRIGGER documents_moved AFTER UPDATE OF folder, class_id, lifecycle, state ON documents
	WHEN (old.folder, old.class_id, old.lifecycle, old.state) IS NOT (new.folder, new.class_id, new.lifecycle, new.state)
BEGIN
	insert into places (folder, class_id, lifecycle, state) values (new.folder, new.class_id, new.lifecycle, new.state) on conflict do nothing;
	update documents set place = (select id from places where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state) where rowid = new.rowid;
END;
--> statement-breakpoint
CREATE TRIGGER documents_counted AFTER UPDATE OF folder, class_id, lifecycle, state, state_since, revision ON documents
	WHEN (old.folder, old.class_id, old.lifecycle, old.state, old.state_since, old.revision)
		IS NOT (new.folder, new.class_id, new.lifecycle, new.state, new.state_since, new.revision)
BEGIN
	insert into places (folder, class_id, lifecycle, state) values (new.folder, new.class_id, new.lifecycle, new.state) on conflict do nothing;
	update places set documents = documents - 1, since = since - ifnull(unixepoch(old.state_since), 0) where folder = old.folder and class_id = old.class_id and lifecycle = old.lifecycle and state = old.state;
	update places set documents = documents + 1, since = since + ifnull(unixepoch(new.state_since), 0) where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state;
	update label_tallies set documents = documents - 1 where revision = ifnull(old.revision, '') and place = (select id from places where folder = old.folder and class_id = old.class_id and lifecycle = old.lifecycle and state = old.state);
	insert into label_tallies (revision, place, documents) values (ifnull(new.revision, ''), (select id from places where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state), 1) on conflict do update set documents = documents + 1;
END;
--> statement-breakpoint
CREATE TRIGGER documents_reworded AFTER UPDATE OF number, title, record ON documents
	WHEN (old.number, old.title, old.record) IS NOT (new.number, new.title, new.record)
BEGIN
	delete from document_texts where rowid = old.key;
	insert into document_texts (rowid, number, title, record) values (old.key, new.number, new.title, (select group_concat(value, char(10)) from json_each(new.record) where type in ('text', 'integer', 'real')));
END;
--> statement-breakpoint
CREATE TRIGGER documents_removed AFTER DELETE ON documents BEGIN
	update places set documents = documents - 1, since = since - ifnull(unixepoch(old.state_since), 0) where folder = old.folder and class_id = old.class_id and lifecycle = old.lifecycle and state = old.state;
	update label_tallies set documents = documents - 1 where revision = ifnull(old.revision, '') and place = (select id from places where folder = old.folder and class_id = old.class_id and lifecycle = old.lifecycle and state = old.state);
	delete from document_texts where rowid = old.key;
END;
--> statement-breakpoint
UPDATE sessions SET id = lower(hex(randomblob(8)));
--> statement-breakpoint
INSERT INTO directory_state (id, version) VALUES (1, 1);
--> statement-breakpoint
INSERT INTO groups (id, name) SELECT value ->> 'id', value ->> 'name'
	FROM (SELECT configuration FROM configurations ORDER BY id DESC LIMIT 1), json_each(configuration, '$.groups') WHERE true
	ON CONFLICT DO NOTHING;
--> statement-breakpoint
CREATE TRIGGER people_counted_on_insert AFTER INSERT ON people BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER people_counted_on_update AFTER UPDATE OF id, name, mail, groups, active, administrator ON people BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER people_counted_on_delete AFTER DELETE ON people BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER groups_counted_on_insert AFTER INSERT ON groups BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER groups_counted_on_update AFTER UPDATE ON groups BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER groups_counted_on_delete AFTER DELETE ON groups BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER folders_counted_on_insert AFTER INSERT ON folders BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER folders_counted_on_update AFTER UPDATE ON folders BEGIN update directory_state set version = version + 1; END;
--> statement-breakpoint
CREATE TRIGGER folders_counted_on_delete AFTER DELETE ON folders BEGIN update directory_state set version = version + 1; END;
