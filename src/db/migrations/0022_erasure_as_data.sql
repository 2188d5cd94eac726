CREATE TABLE "erasure_runs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"component_id" uuid NOT NULL,
	"method_id" text NOT NULL,
	"whole" boolean NOT NULL,
	"seed" integer NOT NULL,
	"token_hash" text NOT NULL,
	"state" text DEFAULT 'asked' NOT NULL,
	"seen" jsonb,
	"progress" jsonb,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"started_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"confirmed_at" timestamp with time zone,
	"heard_at" timestamp with time zone,
	"expires_at" timestamp with time zone NOT NULL,
	"ending" text DEFAULT '' NOT NULL,
	CONSTRAINT "erasure_runs_token_hash_unique" UNIQUE("token_hash"),
	CONSTRAINT "erasure_runs_state" CHECK ("erasure_runs"."state" in ('asked', 'typed', 'confirmed', 'ended'))
);
--> statement-breakpoint
ALTER TABLE "erasures" DROP CONSTRAINT "erasures_kind";--> statement-breakpoint
ALTER TABLE "erasures" ADD COLUMN "told" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "erasures" ADD COLUMN "event_seq" bigint;--> statement-breakpoint
ALTER TABLE "erasures" ADD COLUMN "voided_by" bigint;--> statement-breakpoint
ALTER TABLE "erasure_runs" ADD CONSTRAINT "erasure_runs_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "erasure_runs" ADD CONSTRAINT "erasure_runs_component_id_components_id_fk" FOREIGN KEY ("component_id") REFERENCES "public"."components"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "erasure_runs_unit" ON "erasure_runs" USING btree ("unit_id","started_at");--> statement-breakpoint
CREATE UNIQUE INDEX "erasure_runs_open" ON "erasure_runs" USING btree ("component_id") WHERE ending = '';--> statement-breakpoint
CREATE INDEX "erasures_event" ON "erasures" USING btree ("event_seq");--> statement-breakpoint
ALTER TABLE "erasures" ADD CONSTRAINT "erasures_kind" CHECK ("erasures"."kind" in ('erased', 'returned', 'destroyed', 'never', 'used', 'begun', 'failed', 'image'));