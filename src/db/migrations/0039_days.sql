ALTER TABLE "shop" ADD COLUMN "week" jsonb;--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "promised_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "pinned" text;