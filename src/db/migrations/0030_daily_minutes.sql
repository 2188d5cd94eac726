CREATE TABLE "minute_samples" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "minute_samples_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"ref" text NOT NULL,
	"work_id" uuid,
	"n" integer DEFAULT 1 NOT NULL,
	"sum" double precision NOT NULL,
	"squares" double precision NOT NULL,
	"at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "hand_minutes_on" text;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "hand_minutes_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "work" ADD COLUMN "own_minutes" real;--> statement-breakpoint
ALTER TABLE "minute_samples" ADD CONSTRAINT "minute_samples_work_id_work_id_fk" FOREIGN KEY ("work_id") REFERENCES "public"."work"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "minute_samples_work" ON "minute_samples" USING btree ("work_id");--> statement-breakpoint
-- what was counted so far stands as one row a step
INSERT INTO "minute_samples" ("ref", "n", "sum", "squares")
  SELECT own.key, (own.value ->> 'n')::int, (own.value ->> 'sum')::float8, (own.value ->> 'squares')::float8
  FROM "shop", jsonb_each("shop"."hand_minutes") AS own;
