CREATE TABLE "tokens" (
	"purpose" text NOT NULL,
	"hash" text NOT NULL,
	"unit_id" uuid,
	"run_id" uuid,
	"by" text,
	"by_name" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"heard_at" timestamp with time zone,
	"opened" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "tokens_purpose_hash_pk" PRIMARY KEY("purpose","hash")
);
--> statement-breakpoint
-- one table, whatever the leave is for; what was given stays good
INSERT INTO "tokens" ("purpose", "hash", "unit_id", "by", "by_name", "expires_at", "used_at")
  SELECT 'report', token_hash, unit_id, "by", by_name, expires_at, used_at FROM "report_tokens";--> statement-breakpoint
INSERT INTO "tokens" ("purpose", "hash", "unit_id", "by", "by_name", "expires_at", "heard_at", "opened")
  SELECT 'self-test', token_hash, unit_id, "by", by_name, expires_at, heard_at, opened FROM "self_test_tokens";--> statement-breakpoint
INSERT INTO "tokens" ("purpose", "hash", "unit_id", "run_id", "by", "by_name", "expires_at")
  SELECT 'run', token_hash, unit_id, id, "by", by_name, expires_at FROM "reading_runs";--> statement-breakpoint
INSERT INTO "tokens" ("purpose", "hash", "unit_id", "run_id", "by", "by_name", "expires_at")
  SELECT 'erase', token_hash, unit_id, id, CASE WHEN state = 'confirmed' THEN NULL ELSE "by" END, by_name, expires_at FROM "erasure_runs";--> statement-breakpoint
DROP TABLE "report_tokens" CASCADE;--> statement-breakpoint
DROP TABLE "self_test_tokens" CASCADE;--> statement-breakpoint
ALTER TABLE "erasure_runs" DROP CONSTRAINT "erasure_runs_token_hash_unique";--> statement-breakpoint
ALTER TABLE "reading_runs" DROP CONSTRAINT "reading_runs_token_hash_unique";--> statement-breakpoint
ALTER TABLE "tokens" ADD CONSTRAINT "tokens_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "tokens_unit" ON "tokens" USING btree ("unit_id","purpose");--> statement-breakpoint
CREATE INDEX "tokens_run" ON "tokens" USING btree ("run_id");--> statement-breakpoint
CREATE INDEX "tokens_by" ON "tokens" USING btree ("by");--> statement-breakpoint
ALTER TABLE "erasure_runs" DROP COLUMN "token_hash";--> statement-breakpoint
ALTER TABLE "erasure_runs" DROP COLUMN "expires_at";--> statement-breakpoint
ALTER TABLE "reading_runs" DROP COLUMN "token_hash";--> statement-breakpoint
ALTER TABLE "reading_runs" DROP COLUMN "expires_at";