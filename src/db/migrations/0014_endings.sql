CREATE TABLE "sale_endings" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "sale_endings_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"unit_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"sale" jsonb NOT NULL,
	"refund_minor" bigint NOT NULL,
	"kept_minor" bigint NOT NULL,
	"fees_minor" bigint NOT NULL,
	"reason" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sale_endings_kind" CHECK ("sale_endings"."kind" in ('cancelled', 'returned'))
);
--> statement-breakpoint
ALTER TABLE "erasures" DROP CONSTRAINT "erasures_kind";--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "ending" text;--> statement-breakpoint
ALTER TABLE "units" ADD COLUMN "gone_as" text;--> statement-breakpoint
ALTER TABLE "sale_endings" ADD CONSTRAINT "sale_endings_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sale_endings_unit" ON "sale_endings" USING btree ("unit_id");--> statement-breakpoint
ALTER TABLE "erasures" ADD CONSTRAINT "erasures_kind" CHECK ("erasures"."kind" in ('erased', 'returned', 'destroyed', 'never', 'used'));