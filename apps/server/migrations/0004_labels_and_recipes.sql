CREATE TABLE IF NOT EXISTS `recipes` (
	`id` char(36) NOT NULL,
	`owner` varchar(36) NOT NULL DEFAULT 'household',
	`name` varchar(120) NOT NULL,
	`cloth` varchar(40),
	`recipe` longtext NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `recipes_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `designs` ADD COLUMN IF NOT EXISTS `labels` longtext NOT NULL DEFAULT '[]';
