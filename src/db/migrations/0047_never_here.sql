ALTER TABLE "components" DROP CONSTRAINT "components_place_known";--> statement-breakpoint
ALTER TABLE "reports" ADD COLUMN "act" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "reports" ADD COLUMN "voided_by" bigint;--> statement-breakpoint
ALTER TABLE "components" ADD CONSTRAINT "components_place_known" CHECK ("components"."place" in ('unit', 'bin', 'sold', 'scrap', 'returned', 'never'));