CREATE TABLE "sign_in_tries" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "price_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "fees_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "components" ALTER COLUMN "cost_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "lots" ALTER COLUMN "price_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "lots" ALTER COLUMN "freight_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "lots" ALTER COLUMN "fees_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "units" ALTER COLUMN "cost_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "units" ALTER COLUMN "value_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "units" ALTER COLUMN "low_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "units" ALTER COLUMN "high_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "units" ALTER COLUMN "stop_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "units" ALTER COLUMN "price_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "units" ALTER COLUMN "ask_minor" SET DATA TYPE bigint;--> statement-breakpoint
ALTER TABLE "work_segments" ADD COLUMN "by" text;--> statement-breakpoint
UPDATE "work_segments" s SET "by" = w."by" FROM "work" w WHERE w."id" = s."work_id";--> statement-breakpoint
-- one pair of hands, one clock: of several that run for a person the newest stays, the others end where it began
UPDATE "work_segments" s SET "ended_at" = greatest(s."started_at", n."started_at")
  FROM "work_segments" n
  WHERE s."ended_at" IS NULL AND s."attended" AND n."ended_at" IS NULL AND n."attended" AND n."by" = s."by"
    AND n."id" = (SELECT max(m."id") FROM "work_segments" m WHERE m."ended_at" IS NULL AND m."attended" AND m."by" = s."by")
    AND s."id" <> n."id";--> statement-breakpoint
UPDATE "work" w SET "status" = 'paused' WHERE w."status" = 'running'
  AND NOT EXISTS (SELECT 1 FROM "work_segments" s WHERE s."work_id" = w."id" AND s."ended_at" IS NULL);--> statement-breakpoint
ALTER TABLE "work_segments" ALTER COLUMN "by" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "command_keys" ADD COLUMN "input_hash" text DEFAULT '' NOT NULL;--> statement-breakpoint
-- names that were the same get their number; an empty or endless one becomes a sensible one
UPDATE "user" SET "name" = 'Person ' || left("id", 8) WHERE trim("name") = '';--> statement-breakpoint
UPDATE "user" SET "name" = left("name", 60) WHERE length("name") > 60;--> statement-breakpoint
UPDATE "user" u SET "name" = left(u."name", 52) || ' (' || r.n || ')'
  FROM (SELECT "id", row_number() OVER (PARTITION BY lower("name") ORDER BY "created_at", "id") AS n FROM "user") r
  WHERE r."id" = u."id" AND r.n > 1;--> statement-breakpoint
CREATE UNIQUE INDEX "user_name_once" ON "user" USING btree (lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "work_one_clock_a_person" ON "work_segments" USING btree ("by") WHERE ended_at is null and attended;--> statement-breakpoint
CREATE INDEX "work_segments_unit" ON "work_segments" USING btree ("unit_id");--> statement-breakpoint
ALTER TABLE "user" ADD CONSTRAINT "user_name_bounded" CHECK (length("user"."name") between 1 and 60);--> statement-breakpoint
-- a row without a serial is known by a digest of what stands in it: a long remark does not fit an index
UPDATE "units" SET "manifest_key" = 'row:' || encode(sha256(convert_to(regexp_replace(substr("manifest_key", 5), '#[0-9]+$', ''), 'UTF8')), 'hex') || substring("manifest_key" from '#[0-9]+$')
  WHERE "manifest_key" LIKE 'row:%#%';--> statement-breakpoint
-- tokens were kept in the answers of earlier commands
UPDATE "command_keys" SET "answer" = NULL WHERE "command" = 'makeReportToken';
