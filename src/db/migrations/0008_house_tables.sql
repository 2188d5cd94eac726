CREATE TABLE "house_tables" (
	"version" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "house_tables_version_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"tables" jsonb,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "grade_house" integer;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "time_zone" text DEFAULT 'UTC' NOT NULL;
--> statement-breakpoint
create trigger house_tables_append_only before update or delete on house_tables for each row execute function refuse_change();
--> statement-breakpoint
create trigger house_tables_no_truncate before truncate on house_tables for each statement execute function refuse_change();
