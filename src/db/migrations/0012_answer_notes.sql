ALTER TABLE "photos" ADD COLUMN "observation" bigint;--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "figure" double precision;--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "figure_unit" text;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_observation_observations_id_fk" FOREIGN KEY ("observation") REFERENCES "public"."observations"("id") ON DELETE no action ON UPDATE no action;