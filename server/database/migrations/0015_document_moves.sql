CREATE TABLE `document_moves` (
	`id` integer PRIMARY KEY NOT NULL,
	`row` integer NOT NULL
);

--> statement-breakpoint
CREATE TRIGGER documents_noted_on_insert AFTER INSERT ON documents BEGIN
	insert into document_moves (row) values (new.rowid);
	delete from document_moves where id = last_insert_rowid() - 20000;
END;
--> statement-breakpoint
CREATE TRIGGER documents_noted_on_update AFTER UPDATE OF number, title, revision, revision_order, changed_at, place, owner, creator, intake ON documents
	WHEN (old.number, old.title, old.revision, old.revision_order, old.changed_at, old.place, old.owner, old.creator, old.intake)
		IS NOT (new.number, new.title, new.revision, new.revision_order, new.changed_at, new.place, new.owner, new.creator, new.intake)
BEGIN
	insert into document_moves (row) values (new.rowid);
	delete from document_moves where id = last_insert_rowid() - 20000;
END;
--> statement-breakpoint
CREATE TRIGGER documents_noted_on_delete AFTER DELETE ON documents BEGIN
	insert into document_moves (row) values (old.rowid);
	delete from document_moves where id = last_insert_rowid() - 20000;
END;
