CREATE TABLE "exchanges" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"made_on" text NOT NULL,
	"weight" real NOT NULL,
	"cases" integer DEFAULT 0 NOT NULL,
	"causes" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"notes" integer DEFAULT 0 NOT NULL,
	"sales_import" uuid,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"taken_back_at" timestamp with time zone,
	CONSTRAINT "exchanges_weight" CHECK ("exchanges"."weight" > 0 and "exchanges"."weight" <= 1)
);
--> statement-breakpoint
ALTER TABLE "model_notes" ADD COLUMN "exchange" uuid;--> statement-breakpoint
ALTER TABLE "exchanges" ADD CONSTRAINT "exchanges_sales_import_past_imports_id_fk" FOREIGN KEY ("sales_import") REFERENCES "public"."past_imports"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "model_notes" ADD CONSTRAINT "model_notes_exchange_exchanges_id_fk" FOREIGN KEY ("exchange") REFERENCES "public"."exchanges"("id") ON DELETE restrict ON UPDATE no action;