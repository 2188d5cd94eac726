DROP INDEX "units_work_order";--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "stop_minor" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "units_work_order" ON "units" USING btree ("rank_score" DESC NULLS FIRST,"id") WHERE stage not in ('shelf', 'sold', 'gone');