ALTER TABLE `thread_charts` ADD COLUMN IF NOT EXISTS `owner` varchar(36) DEFAULT 'household' NOT NULL;--> statement-breakpoint
ALTER TABLE `thread_charts` ADD COLUMN IF NOT EXISTS `weight` double DEFAULT 40 NOT NULL;--> statement-breakpoint
ALTER TABLE `thread_charts` ADD COLUMN IF NOT EXISTS `material` varchar(20) DEFAULT 'other' NOT NULL;--> statement-breakpoint
DELETE FROM `thread_charts` WHERE `id` NOT LIKE 'own-%';
