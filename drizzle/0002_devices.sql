CREATE TABLE IF NOT EXISTS `devices` (
	`id` varchar(36) NOT NULL,
	`account_id` varchar(36) NOT NULL,
	`sort` varchar(30) NOT NULL,
	`title` varchar(80) NOT NULL,
	`meant` longtext,
	`params` longtext NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `devices_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `devices` ADD CONSTRAINT `devices_account_id_accounts_id_fk` FOREIGN KEY IF NOT EXISTS (`account_id`) REFERENCES `accounts`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `devices_account` ON `devices` (`account_id`,`sort`,`title`);