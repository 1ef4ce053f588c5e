CREATE TABLE `kept_move` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`doc` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer,
	CONSTRAINT "kept_move_version" CHECK("kept_move"."version" >= 1),
	CONSTRAINT "kept_move_doc" CHECK(json_valid("kept_move"."doc"))
);
