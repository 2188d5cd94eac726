ALTER TABLE "photos" ALTER COLUMN "bytes" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "stored" text DEFAULT 'database' NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_stored" CHECK (("photos"."stored" = 'database') = ("photos"."bytes" is not null));