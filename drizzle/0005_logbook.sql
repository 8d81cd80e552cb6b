CREATE TABLE `copies` (
	`revision_id` varchar(36) NOT NULL,
	`number` int NOT NULL,
	`name` varchar(60) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `copies_revision_id_number_pk` PRIMARY KEY(`revision_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `log_entries` (
	`id` varchar(36) NOT NULL,
	`board_id` varchar(36) NOT NULL,
	`letter` varchar(4),
	`copy` int,
	`point` varchar(120),
	`sort` varchar(16) NOT NULL,
	`title` varchar(120) NOT NULL,
	`note` text NOT NULL,
	`content` longtext NOT NULL,
	`file_name` varchar(160),
	`mime` varchar(80),
	`bytes` int NOT NULL DEFAULT 0,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`removed_at` datetime(3),
	CONSTRAINT `log_entries_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `log_files` (
	`entry_id` varchar(36) NOT NULL,
	`piece` int NOT NULL,
	`data` mediumblob NOT NULL,
	CONSTRAINT `log_files_entry_id_piece_pk` PRIMARY KEY(`entry_id`,`piece`)
);
--> statement-breakpoint
CREATE TABLE `measured_parts` (
	`id` varchar(36) NOT NULL,
	`account_id` varchar(36) NOT NULL,
	`name` varchar(40) NOT NULL,
	`sort` varchar(12) NOT NULL,
	`value` double NOT NULL,
	`used` varchar(160),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `measured_parts_id` PRIMARY KEY(`id`),
	CONSTRAINT `measured_parts_name` UNIQUE(`account_id`,`sort`,`name`)
);
--> statement-breakpoint
ALTER TABLE `readings` ADD `copy` int DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `readings_copy` ON `readings` (`revision_id`,`copy`,`id`);--> statement-breakpoint
DROP INDEX `readings_revision` ON `readings`;--> statement-breakpoint
ALTER TABLE `copies` ADD CONSTRAINT `copies_revision_id_revisions_id_fk` FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `log_entries` ADD CONSTRAINT `log_entries_board_id_boards_id_fk` FOREIGN KEY (`board_id`) REFERENCES `boards`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `log_files` ADD CONSTRAINT `log_files_entry_id_log_entries_id_fk` FOREIGN KEY (`entry_id`) REFERENCES `log_entries`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `measured_parts` ADD CONSTRAINT `measured_parts_account_id_accounts_id_fk` FOREIGN KEY (`account_id`) REFERENCES `accounts`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `log_board` ON `log_entries` (`board_id`,`created_at`);