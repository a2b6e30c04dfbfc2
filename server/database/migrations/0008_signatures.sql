CREATE TABLE `signatures` (
	`document` text NOT NULL,
	`transition` text NOT NULL,
	`position` integer NOT NULL,
	`person` text NOT NULL,
	`name` text NOT NULL,
	`initials` text NOT NULL,
	`named` text,
	`seat` text NOT NULL,
	`on` text NOT NULL,
	`comment` text,
	`since` text NOT NULL,
	PRIMARY KEY(`document`, `transition`, `person`)
);
