CREATE TABLE "reading_batches" (
	"run_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"columns" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "reading_batches_run_id_seq_pk" PRIMARY KEY("run_id","seq")
);
--> statement-breakpoint
CREATE TABLE "reading_runs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"token_hash" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"started_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"ending" text DEFAULT '' NOT NULL,
	"about" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"so_far" jsonb,
	"so_far_at" timestamp with time zone,
	CONSTRAINT "reading_runs_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "room" jsonb;--> statement-breakpoint
ALTER TABLE "reading_batches" ADD CONSTRAINT "reading_batches_run_id_reading_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."reading_runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_runs" ADD CONSTRAINT "reading_runs_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_runs_unit" ON "reading_runs" USING btree ("unit_id","kind");--> statement-breakpoint
CREATE INDEX "reading_runs_open" ON "reading_runs" USING btree ("started_at") WHERE ended_at is null;