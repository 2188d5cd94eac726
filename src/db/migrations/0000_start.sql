CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"role" text DEFAULT 'viewer' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email"),
	CONSTRAINT "user_role" CHECK ("user"."role" in ('owner', 'technician', 'viewer'))
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "defects" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"surface" text NOT NULL,
	"kind" text NOT NULL,
	"size" smallint NOT NULL,
	"x" real NOT NULL,
	"y" real NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "defects_size" CHECK ("defects"."size" between 0 and 2)
);
--> statement-breakpoint
CREATE TABLE "erasures" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"component_id" uuid NOT NULL,
	"unit_id" uuid,
	"kind" text NOT NULL,
	"method" text NOT NULL,
	"verified" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "erasures_kind" CHECK ("erasures"."kind" in ('erased', 'returned', 'destroyed'))
);
--> statement-breakpoint
CREATE TABLE "function_tests" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "function_tests_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"unit_id" uuid NOT NULL,
	"test" text NOT NULL,
	"result" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "function_tests_result" CHECK ("function_tests"."result" in ('pass', 'fail', 'absent'))
);
--> statement-breakpoint
CREATE TABLE "observations" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "observations_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"unit_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"ref" text NOT NULL,
	"outcome" smallint NOT NULL,
	"basis" text DEFAULT 'typed' NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"event_seq" bigint,
	"voided_by" bigint,
	CONSTRAINT "observations_kind" CHECK ("observations"."kind" in ('finding', 'repair'))
);
--> statement-breakpoint
CREATE TABLE "photos" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photos_size" CHECK (octet_length("photos"."bytes") <= 409600)
);
--> statement-breakpoint
CREATE TABLE "report_tokens" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"unit_id" uuid NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "reports" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"content" text NOT NULL,
	"problems" text[] NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sales" (
	"unit_id" uuid PRIMARY KEY NOT NULL,
	"price_minor" integer NOT NULL,
	"fees_minor" integer DEFAULT 0 NOT NULL,
	"sold_on" text NOT NULL,
	"channel" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "work" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"ref" text NOT NULL,
	"title" text NOT NULL,
	"status" text DEFAULT 'running' NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"finished_at" timestamp with time zone,
	"note" text DEFAULT '' NOT NULL,
	CONSTRAINT "work_status" CHECK ("work"."status" in ('running', 'paused', 'alone', 'done', 'dropped'))
);
--> statement-breakpoint
CREATE TABLE "work_segments" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "work_segments_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"work_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"attended" boolean NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	"expected_minutes" real,
	"station" text DEFAULT '' NOT NULL,
	CONSTRAINT "work_segment_order" CHECK ("work_segments"."ended_at" is null or "work_segments"."ended_at" >= "work_segments"."started_at")
);
--> statement-breakpoint
CREATE TABLE "components" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"code" text NOT NULL,
	"class" text NOT NULL,
	"name" text NOT NULL,
	"serial" text DEFAULT '' NOT NULL,
	"attributes" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"cost_minor" integer DEFAULT 0 NOT NULL,
	"from_lot_id" uuid,
	"place" text NOT NULL,
	"unit_id" uuid,
	"last_move" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "components_code_unique" UNIQUE("code"),
	CONSTRAINT "components_place_known" CHECK ("components"."place" in ('unit', 'bin', 'sold', 'scrap', 'returned')),
	CONSTRAINT "components_unit_place" CHECK (("components"."place" = 'unit') = ("components"."unit_id" is not null))
);
--> statement-breakpoint
CREATE TABLE "movements" (
	"component_id" uuid NOT NULL,
	"n" integer NOT NULL,
	"previous" integer,
	"from_place" text NOT NULL,
	"to_place" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"reason" text DEFAULT '' NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "movements_component_id_n_pk" PRIMARY KEY("component_id","n"),
	CONSTRAINT "movements_end" UNIQUE("component_id","n","to_place"),
	CONSTRAINT "movements_chain" CHECK (("movements"."n" = 0 and "movements"."previous" is null and "movements"."from_place" = 'arrived') or ("movements"."n" > 0 and "movements"."previous" = "movements"."n" - 1)),
	CONSTRAINT "movements_somewhere" CHECK ("movements"."from_place" <> "movements"."to_place")
);
--> statement-breakpoint
CREATE TABLE "lots" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"source" text NOT NULL,
	"tag_prefix" text NOT NULL,
	"price_minor" integer NOT NULL,
	"freight_minor" integer DEFAULT 0 NOT NULL,
	"fees_minor" integer DEFAULT 0 NOT NULL,
	"allocation" text DEFAULT 'value' NOT NULL,
	"received_on" date NOT NULL,
	"claims" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "lots_code_unique" UNIQUE("code"),
	CONSTRAINT "lots_money" CHECK ("lots"."price_minor" >= 0 and "lots"."freight_minor" >= 0 and "lots"."fees_minor" >= 0),
	CONSTRAINT "lots_prefix" CHECK ("lots"."tag_prefix" ~ '^[A-Z]{2,4}$'),
	CONSTRAINT "lots_allocation" CHECK ("lots"."allocation" in ('value', 'equal'))
);
--> statement-breakpoint
CREATE TABLE "spec_values" (
	"unit_id" uuid NOT NULL,
	"key" text NOT NULL,
	"basis" text NOT NULL,
	"value" text NOT NULL,
	"number" real,
	"origin" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "spec_values_unit_id_key_basis_pk" PRIMARY KEY("unit_id","key","basis"),
	CONSTRAINT "spec_basis" CHECK ("spec_values"."basis" in ('measured', 'typed', 'claimed'))
);
--> statement-breakpoint
CREATE TABLE "units" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"tag" text NOT NULL,
	"lot_id" uuid NOT NULL,
	"manifest_key" text,
	"chassis" text NOT NULL,
	"maker" text DEFAULT '' NOT NULL,
	"model" text DEFAULT '' NOT NULL,
	"claim" text DEFAULT '' NOT NULL,
	"stage" text DEFAULT 'dock' NOT NULL,
	"stage_since" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"bench" jsonb NOT NULL,
	"cost_minor" integer DEFAULT 0 NOT NULL,
	"evaluation" jsonb,
	"probably" text DEFAULT '' NOT NULL,
	"probability" real,
	"route" text DEFAULT 'refurbish' NOT NULL,
	"value_minor" integer DEFAULT 0 NOT NULL,
	"low_minor" integer DEFAULT 0 NOT NULL,
	"high_minor" integer DEFAULT 0 NOT NULL,
	"hands_minutes" real DEFAULT 0 NOT NULL,
	"rank_score" real DEFAULT 0 NOT NULL,
	"price_minor" integer DEFAULT 0 NOT NULL,
	"grade" text,
	"listed" boolean DEFAULT false NOT NULL,
	"ask_minor" integer,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "units_tag_unique" UNIQUE("tag"),
	CONSTRAINT "units_manifest_row" UNIQUE("lot_id","manifest_key"),
	CONSTRAINT "units_stage_known" CHECK ("units"."stage" in ('dock','look','find','decide','hands','system','prove','shelf','quarantine','sold','gone')),
	CONSTRAINT "units_chassis_known" CHECK ("units"."chassis" in ('desktop','small','aio','laptop'))
);
--> statement-breakpoint
CREATE TABLE "command_keys" (
	"key" text PRIMARY KEY NOT NULL,
	"command" text NOT NULL,
	"actor" text NOT NULL,
	"answer" jsonb,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "events" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"actor" text NOT NULL,
	"actor_name" text NOT NULL,
	"kind" text NOT NULL,
	"unit_id" uuid,
	"lot_id" uuid,
	"voids" bigint,
	"payload" jsonb NOT NULL,
	"previous_hash" text NOT NULL,
	"hash" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shop" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"place" text DEFAULT '' NOT NULL,
	"currency_sign" text NOT NULL,
	"currency_decimals" smallint DEFAULT 2 NOT NULL,
	"rate_per_hour_minor" integer NOT NULL,
	"fee_basis_points" integer DEFAULT 800 NOT NULL,
	CONSTRAINT "shop_one_row" CHECK ("shop"."id" = 1),
	CONSTRAINT "shop_rate" CHECK ("shop"."rate_per_hour_minor" >= 0)
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "defects" ADD CONSTRAINT "defects_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "erasures" ADD CONSTRAINT "erasures_component_id_components_id_fk" FOREIGN KEY ("component_id") REFERENCES "public"."components"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "erasures" ADD CONSTRAINT "erasures_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "function_tests" ADD CONSTRAINT "function_tests_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "observations" ADD CONSTRAINT "observations_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report_tokens" ADD CONSTRAINT "report_tokens_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reports" ADD CONSTRAINT "reports_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales" ADD CONSTRAINT "sales_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work" ADD CONSTRAINT "work_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work_segments" ADD CONSTRAINT "work_segments_work_id_work_id_fk" FOREIGN KEY ("work_id") REFERENCES "public"."work"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work_segments" ADD CONSTRAINT "work_segments_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "components" ADD CONSTRAINT "components_from_lot_id_lots_id_fk" FOREIGN KEY ("from_lot_id") REFERENCES "public"."lots"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "components" ADD CONSTRAINT "components_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "movements" ADD CONSTRAINT "movements_component_id_components_id_fk" FOREIGN KEY ("component_id") REFERENCES "public"."components"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "movements" ADD CONSTRAINT "movements_starts_where_last_ended" FOREIGN KEY ("component_id","previous","from_place") REFERENCES "public"."movements"("component_id","n","to_place") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "spec_values" ADD CONSTRAINT "spec_values_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "units" ADD CONSTRAINT "units_lot_id_lots_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lots"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "defects_unit" ON "defects" USING btree ("unit_id");--> statement-breakpoint
CREATE INDEX "erasures_component" ON "erasures" USING btree ("component_id");--> statement-breakpoint
CREATE INDEX "function_tests_unit" ON "function_tests" USING btree ("unit_id","test","id");--> statement-breakpoint
CREATE INDEX "observations_unit" ON "observations" USING btree ("unit_id","id");--> statement-breakpoint
CREATE INDEX "photos_unit" ON "photos" USING btree ("unit_id","at");--> statement-breakpoint
CREATE INDEX "reports_unit" ON "reports" USING btree ("unit_id","at");--> statement-breakpoint
CREATE INDEX "work_unit" ON "work" USING btree ("unit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "work_one_open_segment" ON "work_segments" USING btree ("work_id") WHERE ended_at is null;--> statement-breakpoint
CREATE INDEX "work_running_alone" ON "work_segments" USING btree ("started_at") WHERE ended_at is null and not attended;--> statement-breakpoint
CREATE INDEX "components_unit" ON "components" USING btree ("unit_id");--> statement-breakpoint
CREATE INDEX "components_place" ON "components" USING btree ("place","class");--> statement-breakpoint
CREATE INDEX "units_stage" ON "units" USING btree ("stage","stage_since");--> statement-breakpoint
CREATE INDEX "units_work_order" ON "units" USING btree ("stage","rank_score" DESC NULLS LAST,"id");--> statement-breakpoint
CREATE INDEX "units_lot" ON "units" USING btree ("lot_id","tag");--> statement-breakpoint
CREATE INDEX "events_unit" ON "events" USING btree ("unit_id","seq");--> statement-breakpoint
CREATE INDEX "events_lot" ON "events" USING btree ("lot_id","seq");