CREATE TABLE `edit` (
	`edit_id` text PRIMARY KEY NOT NULL,
	`aggregate` text NOT NULL,
	`base_version` integer NOT NULL,
	`version` integer NOT NULL,
	`patch` text NOT NULL,
	`inverse` text NOT NULL,
	`at` integer NOT NULL,
	CONSTRAINT "edit_patch" CHECK(json_valid("edit"."patch")),
	CONSTRAINT "edit_inverse" CHECK(json_valid("edit"."inverse"))
);
--> statement-breakpoint
CREATE INDEX `edit_of_aggregate` ON `edit` (`aggregate`,`version`);--> statement-breakpoint
CREATE TABLE `take` (
	`id` text PRIMARY KEY NOT NULL,
	`tune_id` text NOT NULL,
	`name` text NOT NULL,
	`doc` text NOT NULL,
	`parent_id` text,
	`version` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`tune_id`) REFERENCES `tune`(`id`) ON UPDATE no action ON DELETE cascade,
	CONSTRAINT "take_version" CHECK("take"."version" >= 1),
	CONSTRAINT "take_doc" CHECK(json_valid("take"."doc"))
);
--> statement-breakpoint
CREATE INDEX `take_of_tune` ON `take` (`tune_id`);--> statement-breakpoint
CREATE TABLE `tune` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`chart_text` text NOT NULL,
	`doc` text NOT NULL,
	`settings` text DEFAULT '{}' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`changed_at` integer NOT NULL,
	`deleted_at` integer,
	CONSTRAINT "tune_version" CHECK("tune"."version" >= 1),
	CONSTRAINT "tune_doc" CHECK(json_valid("tune"."doc")),
	CONSTRAINT "tune_settings" CHECK(json_valid("tune"."settings"))
);
--> statement-breakpoint
CREATE INDEX `tune_changed` ON `tune` (`changed_at`);