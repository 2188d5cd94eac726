CREATE TABLE "model_sheets" (
	"model" text PRIMARY KEY NOT NULL,
	"takes" jsonb NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "part_sales" (
	"component_id" uuid PRIMARY KEY NOT NULL,
	"price_minor" bigint NOT NULL,
	"fees_minor" bigint DEFAULT 0 NOT NULL,
	"outward_minor" bigint DEFAULT 0 NOT NULL,
	"sold_on" text NOT NULL,
	"channel" text DEFAULT '' NOT NULL,
	"cost_minor" bigint NOT NULL,
	"donor_id" uuid,
	"lot_id" uuid,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "wants" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"class" text NOT NULL,
	"name" text NOT NULL,
	"attributes" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"state" text DEFAULT 'wanted' NOT NULL,
	"price_minor" bigint,
	"days" integer,
	"condition" text DEFAULT '' NOT NULL,
	"source" text DEFAULT '' NOT NULL,
	"ordered_at" timestamp with time zone,
	"due_on" text,
	"stage_before" text,
	"component_id" uuid,
	"fits" boolean,
	"note" text DEFAULT '' NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "wants_state_known" CHECK ("wants"."state" in ('wanted', 'quoted', 'ordered', 'arrived', 'accepted', 'fitted', 'sent back', 'dropped')),
	CONSTRAINT "wants_priced" CHECK ("wants"."state" not in ('quoted', 'ordered') or "wants"."price_minor" is not null)
);
--> statement-breakpoint
ALTER TABLE "units" DROP CONSTRAINT "units_stage_known";--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "worth_minor" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "condition" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "supplier" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "shares_lot" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "bench_only" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "kept_for" uuid;--> statement-breakpoint
ALTER TABLE "movements" ADD COLUMN "value_minor" bigint;--> statement-breakpoint
ALTER TABLE "movements" ADD COLUMN "takes_back" integer;--> statement-breakpoint
ALTER TABLE "movements" ADD COLUMN "by_repair" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "gone_minor" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "gone_grams" integer;--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "built" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "listed_as" text DEFAULT 'graded' NOT NULL;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "outward_minor" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "listed_as" text DEFAULT 'graded' NOT NULL;--> statement-breakpoint
ALTER TABLE "part_sales" ADD CONSTRAINT "part_sales_component_id_components_id_fk" FOREIGN KEY ("component_id") REFERENCES "public"."components"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_sales" ADD CONSTRAINT "part_sales_donor_id_units_id_fk" FOREIGN KEY ("donor_id") REFERENCES "public"."units"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_sales" ADD CONSTRAINT "part_sales_lot_id_lots_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lots"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wants" ADD CONSTRAINT "wants_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wants" ADD CONSTRAINT "wants_component_id_components_id_fk" FOREIGN KEY ("component_id") REFERENCES "public"."components"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "wants_unit" ON "wants" USING btree ("unit_id");--> statement-breakpoint
CREATE INDEX "wants_open" ON "wants" USING btree ("state") WHERE state in ('wanted', 'quoted', 'ordered', 'arrived', 'accepted');--> statement-breakpoint
ALTER TABLE "components" ADD CONSTRAINT "components_kept_for_units_id_fk" FOREIGN KEY ("kept_for") REFERENCES "public"."units"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "units" ADD CONSTRAINT "units_stage_known" CHECK ("units"."stage" in ('dock','look','find','decide','hands','system','prove','shelf','quarantine','sold','gone','waiting'));--> statement-breakpoint
-- What went into a machine out of the bin and did not come back to it was charged at what the part stood at.
ALTER TABLE "movements" DISABLE TRIGGER movements_append_only;--> statement-breakpoint
UPDATE movements m SET value_minor = c.cost_minor FROM components c
WHERE c.id = m.component_id AND m.from_place = 'bin' AND m.to_place LIKE 'unit:%'
  AND NOT EXISTS (SELECT 1 FROM movements b WHERE b.component_id = m.component_id AND b.n > m.n
    AND b.from_place = m.to_place AND b.to_place IN ('bin', 'returned'));--> statement-breakpoint
ALTER TABLE "movements" ENABLE TRIGGER movements_append_only;
