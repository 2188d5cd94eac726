CREATE TABLE "past_imports" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"rows" integer NOT NULL,
	"weight" real NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"taken_back_at" timestamp with time zone,
	CONSTRAINT "past_imports_kind" CHECK ("past_imports"."kind" in ('sold', 'asked')),
	CONSTRAINT "past_imports_weight" CHECK ("past_imports"."weight" > 0 and "past_imports"."weight" <= 1)
);
--> statement-breakpoint
CREATE TABLE "past_sales" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "past_sales_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"import_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"day" text NOT NULL,
	"price_minor" bigint NOT NULL,
	"spec" jsonb NOT NULL,
	"called" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "price_models" (
	"version" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "price_models_version_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"state" text NOT NULL,
	"learnt" jsonb,
	"facts" jsonb NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"kept_at" timestamp with time zone,
	CONSTRAINT "price_models_state" CHECK ("price_models"."state" in ('proposed', 'kept', 'refused'))
);
--> statement-breakpoint
ALTER TABLE "past_sales" ADD CONSTRAINT "past_sales_import_id_past_imports_id_fk" FOREIGN KEY ("import_id") REFERENCES "public"."past_imports"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "past_sales_import" ON "past_sales" USING btree ("import_id");--> statement-breakpoint
CREATE INDEX "price_models_kept" ON "price_models" USING btree ("kept_at");