ALTER TABLE `revisions` ADD COLUMN IF NOT EXISTS `problem` varchar(300);--> statement-breakpoint
ALTER TABLE `revisions` ADD COLUMN IF NOT EXISTS `save_id` char(36);