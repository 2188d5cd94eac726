ALTER TABLE "sales" ADD COLUMN "labour_minor" bigint;--> statement-breakpoint
ALTER TABLE "sales" ADD COLUMN "profit_minor" bigint;--> statement-breakpoint
UPDATE "sales" SET "labour_minor" = round(attended_minutes * rate_per_hour_minor / 60);--> statement-breakpoint
-- what was kept of earlier sales that were undone, and what they cost, belongs to the machine
UPDATE "sales" s SET "profit_minor" = s.price_minor - s.fees_minor - s.outward_minor - s.parts_minor - s.labour_minor - s.cost_minor
  + coalesce((SELECT sum(e.kept_minor - e.fees_minor) FROM "sale_endings" e WHERE e.unit_id = s.unit_id), 0);--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "labour_minor" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "sales" ALTER COLUMN "profit_minor" SET NOT NULL;
