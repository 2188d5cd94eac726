CREATE TABLE "counters" (
	"name" text PRIMARY KEY NOT NULL,
	"last" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "subject" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "input" jsonb;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "result" jsonb;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "claimed_by" text;
--> statement-breakpoint
insert into counters (name, last)
  select 'tag:' || split_part(tag, '-', 1), max(split_part(tag, '-', 2)::int) from units where tag ~ '^[A-Z]{2,4}-[0-9]{1,9}$' group by 1
  union all
  select 'part', max(substr(code, 3)::int) from components where code ~ '^P-[0-9]{1,9}$' having count(*) > 0;
--> statement-breakpoint
update jobs set claimed_by = 'an earlier version' where note <> '';
