CREATE TABLE "backups" (
	"file" text PRIMARY KEY NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"bytes" bigint NOT NULL,
	"tried_at" timestamp with time zone,
	"fault" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "worker_beats" (
	"name" text PRIMARY KEY NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
