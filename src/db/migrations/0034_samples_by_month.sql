-- Samples are kept apart by the month their run began. A month nobody made ready lies in the rest.
ALTER TABLE "reading_batches" RENAME TO "reading_batches_before";--> statement-breakpoint
CREATE TABLE "reading_batches" (
	"run_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"month" date NOT NULL,
	"columns" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "reading_batches_run_id_seq_month_pk" PRIMARY KEY("run_id","seq","month"),
	CONSTRAINT "reading_batches_run_id_reading_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "reading_runs"("id") ON DELETE cascade ON UPDATE no action
) PARTITION BY RANGE ("month");--> statement-breakpoint
CREATE TABLE "reading_batches_rest" PARTITION OF "reading_batches" DEFAULT;--> statement-breakpoint
-- Makes the month of a moment ready, where it is not and the rest holds nothing of it. The shop's own role owns no table:
-- it may have this done, and nothing else. @returns whether that month has a table of its own now
create function samples_month(moment timestamptz) returns boolean
  language plpgsql security definer set search_path = public, pg_temp as $$
declare
  first date := date_trunc('month', moment at time zone 'UTC')::date;
  own text := 'reading_batches_' || to_char(first, 'YYYY_MM');
begin
  if to_regclass(own) is not null then return true; end if;
  -- two at once: the second finds it made
  perform pg_advisory_xact_lock(7021417);
  if to_regclass(own) is not null then return true; end if;
  if exists (select from reading_batches_rest where month = first) then return false; end if;
  execute format('create table %I partition of reading_batches for values from (%L) to (%L)',
    own, first, (first + interval '1 month')::date);
  return true;
end $$;--> statement-breakpoint
select samples_month(m) from (
  select distinct date_trunc('month', started_at at time zone 'UTC') at time zone 'UTC' as m from reading_runs
  union select now() union select now() + interval '1 month'
) as months(m);--> statement-breakpoint
INSERT INTO "reading_batches" ("run_id", "seq", "month", "columns", "at")
SELECT b.run_id, b.seq, date_trunc('month', r.started_at at time zone 'UTC')::date, b.columns, b.at
FROM "reading_batches_before" b JOIN "reading_runs" r ON r.id = b.run_id;--> statement-breakpoint
DROP TABLE "reading_batches_before";
