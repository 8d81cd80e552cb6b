CREATE TABLE IF NOT EXISTS `accounts` (
	`id` varchar(36) NOT NULL,
	`email` varchar(190) NOT NULL,
	`name` varchar(80) NOT NULL,
	`password_hash` varchar(255),
	`demo` boolean NOT NULL DEFAULT false,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `accounts_id` PRIMARY KEY(`id`),
	CONSTRAINT `accounts_email` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `sign_in_attempts` (
	`id` varchar(64) NOT NULL,
	`count` int NOT NULL,
	`since` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_attempts_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `boards` (
	`id` varchar(36) NOT NULL,
	`account_id` varchar(36) NOT NULL,
	`document` longtext NOT NULL,
	`version` int NOT NULL DEFAULT 0,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`updated_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `boards_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `changes` (
	`board_id` varchar(36) NOT NULL,
	`version` int NOT NULL,
	`client` varchar(40) NOT NULL,
	`nonce` varchar(40) NOT NULL,
	`ops` longtext NOT NULL,
	`undoes` int,
	`redoes` int,
	`label` varchar(200) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `changes_board_id_version_pk` PRIMARY KEY(`board_id`,`version`),
	CONSTRAINT `changes_nonce` UNIQUE(`board_id`,`client`,`nonce`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `readings` (
	`id` int AUTO_INCREMENT NOT NULL,
	`revision_id` varchar(36) NOT NULL,
	`step` varchar(120) NOT NULL,
	`text` varchar(60) NOT NULL,
	`value` double,
	`note` text NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `readings_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `revisions` (
	`id` varchar(36) NOT NULL,
	`board_id` varchar(36) NOT NULL,
	`letter` varchar(4) NOT NULL,
	`document` longtext NOT NULL,
	`results` longtext NOT NULL,
	`core_version` varchar(20) NOT NULL,
	`note` text NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `revisions_id` PRIMARY KEY(`id`),
	CONSTRAINT `revisions_letter` UNIQUE(`board_id`,`letter`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `sessions` (
	`id` varchar(64) NOT NULL,
	`account_id` varchar(36) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`expires_at` datetime(3) NOT NULL,
	CONSTRAINT `sessions_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `boards` ADD CONSTRAINT `boards_account_id_accounts_id_fk` FOREIGN KEY IF NOT EXISTS (`account_id`) REFERENCES `accounts`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `changes` ADD CONSTRAINT `changes_board_id_boards_id_fk` FOREIGN KEY IF NOT EXISTS (`board_id`) REFERENCES `boards`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `readings` ADD CONSTRAINT `readings_revision_id_revisions_id_fk` FOREIGN KEY IF NOT EXISTS (`revision_id`) REFERENCES `revisions`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `revisions` ADD CONSTRAINT `revisions_board_id_boards_id_fk` FOREIGN KEY IF NOT EXISTS (`board_id`) REFERENCES `boards`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_account_id_accounts_id_fk` FOREIGN KEY IF NOT EXISTS (`account_id`) REFERENCES `accounts`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `boards_account` ON `boards` (`account_id`,`updated_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `readings_revision` ON `readings` (`revision_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `sessions_account` ON `sessions` (`account_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `sessions_expiry` ON `sessions` (`expires_at`);