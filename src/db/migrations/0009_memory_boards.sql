CREATE TABLE "memory_boards" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"setup" jsonb NOT NULL,
	"trials" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"status" text DEFAULT 'open' NOT NULL,
	"event_seq" bigint,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "memory_boards_status" CHECK ("memory_boards"."status" in ('open', 'recorded', 'dropped'))
);
--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "place" text;--> statement-breakpoint
ALTER TABLE "memory_boards" ADD CONSTRAINT "memory_boards_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "memory_boards_one_open" ON "memory_boards" USING btree ("unit_id") WHERE status = 'open';--> statement-breakpoint
CREATE INDEX "memory_boards_unit" ON "memory_boards" USING btree ("unit_id");