CREATE TABLE IF NOT EXISTS `designs` (
	`id` char(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`revision` int NOT NULL,
	`made_at` datetime(3) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	`deleted_at` datetime(3),
	CONSTRAINT `designs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `motifs` (
	`id` char(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`outline` longtext NOT NULL,
	`width` double NOT NULL,
	`height` double NOT NULL,
	`made_at` datetime(3) NOT NULL,
	CONSTRAINT `motifs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `pictures` (
	`design_id` char(36) NOT NULL,
	`revision` int NOT NULL,
	`png` mediumblob NOT NULL,
	CONSTRAINT `pictures_design_id_revision_pk` PRIMARY KEY(`design_id`,`revision`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `revisions` (
	`design_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`label` varchar(200) NOT NULL,
	`design` longtext NOT NULL,
	`made_at` datetime(3) NOT NULL,
	`summary` longtext,
	CONSTRAINT `revisions_design_id_number_pk` PRIMARY KEY(`design_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `settings` (
	`name` varchar(40) NOT NULL,
	`value` longtext NOT NULL,
	CONSTRAINT `settings_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `thread_charts` (
	`id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`threads` longtext NOT NULL,
	CONSTRAINT `thread_charts_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `pictures` ADD CONSTRAINT `pictures_design_id_designs_id_fk` FOREIGN KEY IF NOT EXISTS (`design_id`) REFERENCES `designs`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `revisions` ADD CONSTRAINT `revisions_design_id_designs_id_fk` FOREIGN KEY IF NOT EXISTS (`design_id`) REFERENCES `designs`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `designs_changed` ON `designs` (`deleted_at`,`changed_at`);