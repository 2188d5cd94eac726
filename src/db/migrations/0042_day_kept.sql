CREATE TABLE "busy_times" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"person" text NOT NULL,
	"from" timestamp with time zone NOT NULL,
	"to" timestamp with time zone NOT NULL,
	"taken_in" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "busy_times_forwards" CHECK ("busy_times"."to" > "busy_times"."from")
);
--> statement-breakpoint
CREATE TABLE "day_pins" (
	"unit_id" uuid NOT NULL,
	"operation" text NOT NULL,
	"person" text NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "day_pins_unit_id_operation_pk" PRIMARY KEY("unit_id","operation")
);
--> statement-breakpoint
CREATE TABLE "day_plan" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"seq" bigint NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"body" jsonb NOT NULL,
	CONSTRAINT "day_plan_one_row" CHECK ("day_plan"."id" = 1)
);
--> statement-breakpoint
ALTER TABLE "tokens" ADD COLUMN "subject" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "busy_times" ADD CONSTRAINT "busy_times_person_user_id_fk" FOREIGN KEY ("person") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "day_pins" ADD CONSTRAINT "day_pins_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "busy_times_person" ON "busy_times" USING btree ("person","from");