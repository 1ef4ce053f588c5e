CREATE TABLE `card` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`what` text NOT NULL,
	`state` text NOT NULL,
	`due` integer,
	CONSTRAINT "card_what" CHECK(json_valid("card"."what")),
	CONSTRAINT "card_state" CHECK(json_valid("card"."state"))
);
--> statement-breakpoint
CREATE INDEX `card_due` ON `card` (`due`);--> statement-breakpoint
CREATE TABLE `practice_log` (
	`id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`card_id` text,
	`doc` text NOT NULL,
	`logged_at` integer NOT NULL,
	CONSTRAINT "practice_doc" CHECK(json_valid("practice_log"."doc"))
);
--> statement-breakpoint
CREATE INDEX `practice_at` ON `practice_log` (`at`);--> statement-breakpoint
CREATE INDEX `practice_of_card` ON `practice_log` (`card_id`);