CREATE TABLE "study_decisions" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"unit_id" uuid NOT NULL,
	"arm" text NOT NULL,
	"proposals" jsonb NOT NULL,
	"drawn" jsonb NOT NULL,
	"beliefs" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "study_marks" (
	"seq" bigint NOT NULL,
	"step" text NOT NULL,
	"proposed" boolean NOT NULL,
	"person" text NOT NULL,
	"mark" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "study_marks_seq_step_person_pk" PRIMARY KEY("seq","step","person"),
	CONSTRAINT "study_marks_known" CHECK (mark in ('would do', 'acceptable', 'foolish', 'dangerous'))
);
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "study" jsonb;--> statement-breakpoint
ALTER TABLE "study_decisions" ADD CONSTRAINT "study_decisions_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "study_marks" ADD CONSTRAINT "study_marks_seq_study_decisions_seq_fk" FOREIGN KEY ("seq") REFERENCES "public"."study_decisions"("seq") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "study_decisions_unit" ON "study_decisions" USING btree ("unit_id","seq");