ALTER TABLE "shop" ADD COLUMN "trader" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "warranty" text DEFAULT '' NOT NULL;