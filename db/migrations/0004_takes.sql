ALTER TABLE `take` ADD `about` text;--> statement-breakpoint
ALTER TABLE `take` ADD `place` integer DEFAULT 0 NOT NULL;