CREATE TABLE IF NOT EXISTS `board_standings` (
	`board_id` varchar(36) NOT NULL,
	`version` int NOT NULL,
	`core_version` varchar(20) NOT NULL,
	`standing` longtext NOT NULL,
	CONSTRAINT `board_standings_board_id` PRIMARY KEY(`board_id`)
);
--> statement-breakpoint
ALTER TABLE `accounts` MODIFY COLUMN `email` varchar(190) character set utf8mb4 collate utf8mb4_bin NOT NULL;--> statement-breakpoint
ALTER TABLE `changes` MODIFY COLUMN `client` varchar(40) character set utf8mb4 collate utf8mb4_bin NOT NULL;--> statement-breakpoint
ALTER TABLE `changes` MODIFY COLUMN `nonce` varchar(40) character set utf8mb4 collate utf8mb4_bin NOT NULL;--> statement-breakpoint
ALTER TABLE `board_standings` ADD CONSTRAINT `board_standings_board_id_boards_id_fk` FOREIGN KEY IF NOT EXISTS (`board_id`) REFERENCES `boards`(`id`) ON DELETE cascade ON UPDATE no action;