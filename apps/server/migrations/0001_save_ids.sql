ALTER TABLE `revisions` ADD `problem` varchar(300);--> statement-breakpoint
ALTER TABLE `revisions` ADD `save_id` char(36);