ALTER TABLE "observations" DROP CONSTRAINT "observations_kind";--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "keeps" boolean;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "lacks" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "observations" ADD CONSTRAINT "observations_kind" CHECK ("observations"."kind" in ('finding', 'repair', 'unanswered'));