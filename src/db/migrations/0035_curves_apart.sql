CREATE TABLE "reading_curves" (
	"origin" text PRIMARY KEY NOT NULL,
	"unit_id" uuid NOT NULL,
	"points" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "record_values" ADD COLUMN "shape" smallint DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "reading_curves" ADD CONSTRAINT "reading_curves_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;