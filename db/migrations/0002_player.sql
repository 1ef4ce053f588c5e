CREATE TABLE `kept_grip` (
	`player_id` text NOT NULL,
	`tuning` text NOT NULL,
	`grip` text NOT NULL,
	`name` text DEFAULT '' NOT NULL,
	`tags` text DEFAULT '[]' NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`banished` integer DEFAULT false NOT NULL,
	PRIMARY KEY(`player_id`, `tuning`, `grip`),
	FOREIGN KEY (`player_id`) REFERENCES `player`(`id`) ON UPDATE no action ON DELETE cascade,
	CONSTRAINT "kept_grip_tags" CHECK(json_valid("kept_grip"."tags"))
);
--> statement-breakpoint
CREATE TABLE `player` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`doc` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer,
	CONSTRAINT "player_version" CHECK("player"."version" >= 1),
	CONSTRAINT "player_doc" CHECK(json_valid("player"."doc"))
);
--> statement-breakpoint
ALTER TABLE `tune` ADD `player_id` text REFERENCES player(id);