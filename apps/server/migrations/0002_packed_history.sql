CREATE TABLE IF NOT EXISTS `assets` (
	`hash` char(64) NOT NULL,
	`content` longblob NOT NULL,
	CONSTRAINT `assets_hash` PRIMARY KEY(`hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `revision_assets` (
	`design_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`hash` char(64) NOT NULL,
	CONSTRAINT `revision_assets_design_id_number_hash_pk` PRIMARY KEY(`design_id`,`number`,`hash`),
	CONSTRAINT `revision_assets_hash_assets_hash_fk` FOREIGN KEY (`hash`) REFERENCES `assets`(`hash`)
);
--> statement-breakpoint
ALTER TABLE `designs` ADD COLUMN IF NOT EXISTS `hoop` varchar(120) NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions`
	-- There again when this was ended after its last step, and empty then.
	ADD COLUMN IF NOT EXISTS `design` longtext,
	ADD COLUMN IF NOT EXISTS `body` longblob,
	ADD COLUMN IF NOT EXISTS `base` int,
	ADD COLUMN IF NOT EXISTS `hash` char(64),
	ADD COLUMN IF NOT EXISTS `name` varchar(120);--> statement-breakpoint
UPDATE `designs` JOIN `revisions` ON `revisions`.`design_id` = `designs`.`id` AND `revisions`.`number` = `designs`.`revision`
	SET `hoop` = JSON_VALUE(`design`, '$.hoop.name') WHERE `design` IS NOT NULL;--> statement-breakpoint
UPDATE `revisions` SET `body` = COMPRESS(CONVERT(`design` USING utf8mb4)),
	`hash` = SHA2(CONVERT(`design` USING utf8mb4), 256) WHERE `body` IS NULL;--> statement-breakpoint
ALTER TABLE `revisions` MODIFY `body` longblob NOT NULL, MODIFY `hash` char(64) NOT NULL, DROP COLUMN IF EXISTS `design`;
