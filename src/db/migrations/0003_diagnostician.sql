CREATE TABLE "code_tables" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"maker" text NOT NULL,
	"source" text NOT NULL,
	"codes" jsonb NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "code_tables_maker_unique" UNIQUE("maker")
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"kind" text NOT NULL,
	"status" text DEFAULT 'running' NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"beat_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "jobs_status" CHECK ("jobs"."status" in ('running', 'done', 'cancelled', 'failed'))
);
--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "known_good" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "reserved_for" uuid;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "overrides" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "learned" jsonb;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "learning_strength" integer DEFAULT 200 NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "jobs_one_running" ON "jobs" USING btree ("kind") WHERE status = 'running';--> statement-breakpoint
ALTER TABLE "components" ADD CONSTRAINT "components_reserved_for_units_id_fk" FOREIGN KEY ("reserved_for") REFERENCES "public"."units"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "components_reserved" ON "components" USING btree ("reserved_for");--> statement-breakpoint
ALTER TABLE "components" ADD CONSTRAINT "components_reserved_in_bin" CHECK ("components"."reserved_for" is null or "components"."place" = 'bin');--> statement-breakpoint
ALTER TABLE "shop" ADD CONSTRAINT "shop_learning" CHECK ("shop"."learning_strength" between 10 and 100000);