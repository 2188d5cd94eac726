ALTER TABLE "components" ADD COLUMN "owner_unit" uuid;--> statement-breakpoint
ALTER TABLE "components" ADD CONSTRAINT "components_owner_unit_units_id_fk" FOREIGN KEY ("owner_unit") REFERENCES "public"."units"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "components_owner" ON "components" USING btree ("owner_unit") WHERE owner_unit is not null;