ALTER TABLE `designs` ADD COLUMN IF NOT EXISTS `owner` varchar(36) DEFAULT 'household' NOT NULL;--> statement-breakpoint
ALTER TABLE `motifs` ADD COLUMN IF NOT EXISTS `owner` varchar(36) DEFAULT 'household' NOT NULL;--> statement-breakpoint
-- With its key in one step: ended between the two, the second would begin without any.
ALTER TABLE `settings` ADD COLUMN IF NOT EXISTS `owner` varchar(36) DEFAULT 'household' NOT NULL,
	DROP PRIMARY KEY, ADD PRIMARY KEY(`owner`,`name`);--> statement-breakpoint
DROP INDEX IF EXISTS `designs_changed` ON `designs`;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `designs_of` ON `designs` (`owner`,`deleted_at`,`changed_at`);
