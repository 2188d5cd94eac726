CREATE TABLE "record_values" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "record_values_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"unit_id" uuid NOT NULL,
	"key" text NOT NULL,
	"basis" text NOT NULL,
	"value" text NOT NULL,
	"number" double precision,
	"origin" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"voided_by" bigint,
	CONSTRAINT "record_values_basis" CHECK ("record_values"."basis" in ('measured', 'typed', 'claimed'))
);
--> statement-breakpoint
ALTER TABLE "erasures" DROP CONSTRAINT "erasures_kind";--> statement-breakpoint
ALTER TABLE "erasures" ALTER COLUMN "at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "observations" ALTER COLUMN "at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "movements" ALTER COLUMN "at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "outcome_id" text;--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "catalogue" text;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "rate_per_hour_minor" bigint;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "attended_minutes" real;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "parts_minor" bigint;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "cost_minor" bigint;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "grade" text;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "specification" jsonb;--> statement-breakpoint
-- sales made before: what they rest on, as well as it can still be told
UPDATE "sales" s SET
  "rate_per_hour_minor" = (SELECT "rate_per_hour_minor" FROM "shop" LIMIT 1),
  "attended_minutes" = coalesce((SELECT sum(extract(epoch FROM coalesce(g."ended_at", s."at") - g."started_at") / 60) FROM "work_segments" g WHERE g."unit_id" = s."unit_id" AND g."attended"), 0),
  "parts_minor" = coalesce((SELECT sum(c."cost_minor") FROM "components" c WHERE c."id" IN (
    SELECT m."component_id" FROM "movements" m WHERE m."to_place" = 'unit:' || s."unit_id" AND m."from_place" = 'bin'
      AND NOT EXISTS (SELECT 1 FROM "movements" b WHERE b."component_id" = m."component_id" AND b."n" > m."n" AND b."from_place" = 'unit:' || s."unit_id" AND b."to_place" IN ('bin', 'returned')))), 0),
  "cost_minor" = u."cost_minor", "grade" = u."grade",
  "specification" = coalesce((SELECT jsonb_object_agg(v."key", v."value") FROM (
    SELECT DISTINCT ON ("key") "key", "value" FROM "spec_values" WHERE "unit_id" = s."unit_id"
    ORDER BY "key", array_position(ARRAY['measured', 'typed', 'claimed'], "basis")) v), '{}')
  FROM "units" u WHERE u."id" = s."unit_id";--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "rate_per_hour_minor" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "attended_minutes" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "parts_minor" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "cost_minor" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "specification" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "record_values" ADD CONSTRAINT "record_values_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "record_values_unit" ON "record_values" USING btree ("unit_id","id");--> statement-breakpoint
CREATE INDEX "record_values_serial" ON "record_values" USING btree (lower("value")) WHERE key = 'serial';--> statement-breakpoint
CREATE INDEX "erasures_unit" ON "erasures" USING btree ("unit_id");--> statement-breakpoint
CREATE INDEX "components_serial" ON "components" USING btree ("class","serial");--> statement-breakpoint
CREATE INDEX "movements_to" ON "movements" USING btree ("to_place");--> statement-breakpoint
CREATE INDEX "movements_from" ON "movements" USING btree ("from_place");--> statement-breakpoint
ALTER TABLE "erasures" ADD CONSTRAINT "erasures_kind" CHECK ("erasures"."kind" in ('erased', 'returned', 'destroyed', 'never'));--> statement-breakpoint
-- values go onto the record as they were written; what answers, repairs and parts said is derived from those from now on
INSERT INTO "record_values" ("unit_id", "key", "basis", "value", "number", "origin", "by", "at")
  SELECT "unit_id", "key", "basis", "value", "number", "origin", "by", "at" FROM "spec_values"
  WHERE NOT ("key" IN ('driveKind', 'driveGb') AND ("origin" IN ('outside look', 'repair') OR "origin" LIKE 'part P-%' OR "origin" LIKE 'drive %'))
  ORDER BY "at", array_position(ARRAY['claimed', 'typed', 'measured'], "basis");--> statement-breakpoint
-- how each machine lies on its bench today
INSERT INTO "record_values" ("unit_id", "key", "basis", "value", "origin", "by")
  SELECT "id", 'bench', 'typed', "bench"::text, 'as it was', '' FROM "units" WHERE "stage" NOT IN ('sold', 'gone');
