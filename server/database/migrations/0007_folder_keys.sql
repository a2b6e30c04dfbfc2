ALTER TABLE `folders` ADD `key` text DEFAULT '' NOT NULL;
--> statement-breakpoint
UPDATE folders SET `key` = path;
--> statement-breakpoint
CREATE UNIQUE INDEX `folders_key_unique` ON `folders` (`key`);
--> statement-breakpoint
UPDATE directory_changes SET delta = json_set(delta, '$.folders', (
	SELECT json_group_array(json_object(
		'before', iif(value -> 'before' = 'null', json('null'), json_set(value -> 'before', '$.key', value -> 'before' ->> 'path')),
		'after', iif(value -> 'after' = 'null', json('null'), json_set(value -> 'after', '$.key', value -> 'after' ->> 'path'))))
	FROM json_each(delta, '$.folders')))
	WHERE json_array_length(delta, '$.folders') > 0;
