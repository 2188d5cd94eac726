CREATE TABLE "lot_points" (
	"lot_id" uuid NOT NULL,
	"day" text NOT NULL,
	"so_far_minor" bigint NOT NULL,
	"low_minor" bigint NOT NULL,
	"middle_minor" bigint NOT NULL,
	"high_minor" bigint NOT NULL,
	"open" integer NOT NULL,
	CONSTRAINT "lot_points_lot_id_day_pk" PRIMARY KEY("lot_id","day")
);
--> statement-breakpoint
ALTER TABLE "lot_points" ADD CONSTRAINT "lot_points_lot_id_lots_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lots"("id") ON DELETE cascade ON UPDATE no action;