CREATE TABLE IF NOT EXISTS `fonts` (
	`owner` varchar(36) NOT NULL DEFAULT 'household',
	`hash` char(64) NOT NULL,
	`name` varchar(120) NOT NULL,
	`facts` longtext NOT NULL,
	`content` longblob NOT NULL,
	`made_at` datetime(3) NOT NULL,
	CONSTRAINT `fonts_owner_hash_pk` PRIMARY KEY(`owner`,`hash`)
);
