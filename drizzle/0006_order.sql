CREATE TABLE IF NOT EXISTS `prices` (
	`account_id` varchar(36) NOT NULL,
	`part` varchar(200) character set utf8mb4 collate utf8mb4_bin NOT NULL,
	`price` longtext NOT NULL,
	CONSTRAINT `prices_account_id_part_pk` PRIMARY KEY(`account_id`,`part`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `reservations` (
	`stock_id` varchar(36) NOT NULL,
	`board_id` varchar(36) NOT NULL,
	`count` int NOT NULL,
	CONSTRAINT `reservations_stock_id_board_id_pk` PRIMARY KEY(`stock_id`,`board_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `review_comments` (
	`id` varchar(36) NOT NULL,
	`board_id` varchar(36) NOT NULL,
	`link_id` varchar(36) NOT NULL,
	`by_name` varchar(60) NOT NULL,
	`about` varchar(200) NOT NULL,
	`about_text` varchar(200) NOT NULL,
	`text` text NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`how` varchar(10),
	`answer` text,
	`answered_at` datetime(3),
	CONSTRAINT `review_comments_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `review_links` (
	`id` varchar(36) NOT NULL,
	`board_id` varchar(36) NOT NULL,
	`token_hash` varchar(64) NOT NULL,
	`title` varchar(80) NOT NULL,
	`comments` boolean NOT NULL,
	`letter` varchar(4),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`expires_at` datetime(3) NOT NULL,
	`withdrawn_at` datetime(3),
	`opened` int NOT NULL DEFAULT 0,
	`opened_at` datetime(3),
	CONSTRAINT `review_links_id` PRIMARY KEY(`id`),
	CONSTRAINT `review_links_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `stock` (
	`id` varchar(36) NOT NULL,
	`account_id` varchar(36) NOT NULL,
	`type` varchar(12) NOT NULL,
	`sort` varchar(30),
	`title` varchar(120) NOT NULL,
	`value` double,
	`tolerance` double,
	`ratings` longtext NOT NULL,
	`package` varchar(40) NOT NULL,
	`count` int NOT NULL,
	`place` varchar(80) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`removed_at` datetime(3),
	CONSTRAINT `stock_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `revisions` ADD COLUMN IF NOT EXISTS `wrong` text;--> statement-breakpoint
ALTER TABLE `prices` ADD CONSTRAINT `prices_account_id_accounts_id_fk` FOREIGN KEY IF NOT EXISTS (`account_id`) REFERENCES `accounts`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reservations` ADD CONSTRAINT `reservations_stock_id_stock_id_fk` FOREIGN KEY IF NOT EXISTS (`stock_id`) REFERENCES `stock`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reservations` ADD CONSTRAINT `reservations_board_id_boards_id_fk` FOREIGN KEY IF NOT EXISTS (`board_id`) REFERENCES `boards`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `review_comments` ADD CONSTRAINT `review_comments_board_id_boards_id_fk` FOREIGN KEY IF NOT EXISTS (`board_id`) REFERENCES `boards`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `review_comments` ADD CONSTRAINT `review_comments_link_id_review_links_id_fk` FOREIGN KEY IF NOT EXISTS (`link_id`) REFERENCES `review_links`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `review_links` ADD CONSTRAINT `review_links_board_id_boards_id_fk` FOREIGN KEY IF NOT EXISTS (`board_id`) REFERENCES `boards`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stock` ADD CONSTRAINT `stock_account_id_accounts_id_fk` FOREIGN KEY IF NOT EXISTS (`account_id`) REFERENCES `accounts`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `review_comments_board` ON `review_comments` (`board_id`,`created_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `review_links_board` ON `review_links` (`board_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `stock_account` ON `stock` (`account_id`,`type`,`value`);