CREATE TABLE `setting` (
	`key` text PRIMARY KEY NOT NULL,
	`doc` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	CONSTRAINT "setting_version" CHECK("setting"."version" >= 1),
	CONSTRAINT "setting_doc" CHECK(json_valid("setting"."doc"))
);
