CREATE TABLE "model_notes" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "model_notes_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"maker" text NOT NULL,
	"model" text NOT NULL,
	"board" text DEFAULT '' NOT NULL,
	"kind" text NOT NULL,
	"text" text NOT NULL,
	"finding" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "model_notes_kind" CHECK ("model_notes"."kind" in ('opens', 'construction', 'weak spot', 'limit', 'charger', 'quirk'))
);
--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "role" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "about" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "on_papers" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "schools" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "hand_minutes" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "work" ADD COLUMN "planned_minutes" real;--> statement-breakpoint
ALTER TABLE "work" ADD COLUMN "materials" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "work" ADD COLUMN "material_minor" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "model_notes_model" ON "model_notes" USING btree (lower("maker"),lower("model"));--> statement-breakpoint
CREATE INDEX "units_model" ON "units" USING btree (lower("maker"),lower("model"));