ALTER TABLE `edit` ADD `after` text;--> statement-breakpoint
ALTER TABLE `kept_grip` ADD `deleted_at` integer;--> statement-breakpoint
ALTER TABLE `take` ADD `deleted_at` integer;--> statement-breakpoint
ALTER TABLE `tune` ADD `facts` text;