ALTER TABLE "erasure_runs" ALTER COLUMN "unit_id" DROP NOT NULL;--> statement-breakpoint
CREATE INDEX "erasure_runs_component" ON "erasure_runs" USING btree ("component_id","started_at");