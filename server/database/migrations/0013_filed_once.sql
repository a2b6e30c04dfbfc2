-- A document that comes with its place and with a key of its own is written once; what comes without is given both.
DROP TRIGGER documents_filed;
--> statement-breakpoint
CREATE TRIGGER documents_filed AFTER INSERT ON documents BEGIN
	insert into places (folder, class_id, lifecycle, state) values (new.folder, new.class_id, new.lifecycle, new.state) on conflict do nothing;
	insert into document_texts (rowid, number, title, record) values (
		iif(
			new.key is null or exists (select 1 from documents where key = new.key and rowid <> new.rowid),
			(select ifnull(max(key), 0) + 1 from documents),
			new.key
		),
		new.number, new.title,
		(select group_concat(value, char(10)) from json_each(new.record) where type in ('text', 'integer', 'real'))
	);
	update documents
		set place = (select id from places where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state), key = last_insert_rowid(), owner = iif(new.owner = '', new.creator, new.owner)
		where rowid = new.rowid and (key is not last_insert_rowid() or new.owner = '' or place is not (select id from places where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state));
	update places set documents = documents + 1, since = since + ifnull(unixepoch(new.state_since), 0) where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state;
	insert into label_tallies (revision, place, documents) values (ifnull(new.revision, ''), (select id from places where folder = new.folder and class_id = new.class_id and lifecycle = new.lifecycle and state = new.state), 1) on conflict do update set documents = documents + 1;
END;
