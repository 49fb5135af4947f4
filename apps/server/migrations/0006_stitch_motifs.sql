ALTER TABLE `motifs` ADD COLUMN IF NOT EXISTS `stitches` longtext;
