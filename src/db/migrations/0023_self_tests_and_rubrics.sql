CREATE TABLE "rubrics" (
	"id" text PRIMARY KEY NOT NULL,
	"rubric" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "self_test_tokens" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"unit_id" uuid NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"heard_at" timestamp with time zone,
	"opened" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "grade_rubric" text;--> statement-breakpoint
ALTER TABLE "function_tests" ADD COLUMN "told" jsonb;--> statement-breakpoint
ALTER TABLE "function_tests" ADD COLUMN "act" text;--> statement-breakpoint
ALTER TABLE "self_test_tokens" ADD CONSTRAINT "self_test_tokens_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "self_test_tokens_unit" ON "self_test_tokens" USING btree ("unit_id");