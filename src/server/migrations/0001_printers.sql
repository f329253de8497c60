CREATE TABLE `printers` (
	`id` text PRIMARY KEY NOT NULL,
	`profile` text NOT NULL,
	`revision` integer NOT NULL,
	`updated_at` integer NOT NULL
);
