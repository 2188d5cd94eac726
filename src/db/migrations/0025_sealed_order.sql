CREATE TABLE "sightings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"component_id" uuid NOT NULL,
	"name" text NOT NULL,
	"serial" text DEFAULT '' NOT NULL,
	"attributes" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"event_seq" bigint,
	"answer" text,
	CONSTRAINT "sightings_answer" CHECK ("sightings"."answer" is null or "sightings"."answer" in ('same', 'another'))
);
--> statement-breakpoint
DROP INDEX "components_serial";--> statement-breakpoint
ALTER TABLE "components" ADD COLUMN "serial_key" text GENERATED ALWAYS AS (upper(regexp_replace(normalize(serial, NFKC), '[^!-~]', '', 'g'))) STORED NOT NULL;--> statement-breakpoint
ALTER TABLE "movements" ADD COLUMN "event_seq" bigint;--> statement-breakpoint
ALTER TABLE "erasure_runs" ADD COLUMN "confirmed_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "erasure_runs" ADD COLUMN "confirmer" text;--> statement-breakpoint
ALTER TABLE "record_values" ADD COLUMN "event_seq" bigint;--> statement-breakpoint
ALTER TABLE "work" ADD COLUMN "event_seq" bigint;--> statement-breakpoint
ALTER TABLE "sightings" ADD CONSTRAINT "sightings_unit_id_units_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."units"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sightings" ADD CONSTRAINT "sightings_component_id_components_id_fk" FOREIGN KEY ("component_id") REFERENCES "public"."components"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sightings_unit" ON "sightings" USING btree ("unit_id") WHERE answer is null;--> statement-breakpoint
CREATE INDEX "sightings_component" ON "sightings" USING btree ("component_id") WHERE answer is null;--> statement-breakpoint
CREATE INDEX "movements_unsealed" ON "movements" USING btree ("component_id") WHERE event_seq is null;--> statement-breakpoint
CREATE INDEX "erasures_unsealed" ON "erasures" USING btree ("id") WHERE event_seq is null;--> statement-breakpoint
CREATE INDEX "observations_unsealed" ON "observations" USING btree ("id") WHERE event_seq is null;--> statement-breakpoint
CREATE INDEX "record_values_unsealed" ON "record_values" USING btree ("id") WHERE event_seq is null;--> statement-breakpoint
CREATE INDEX "work_unsealed" ON "work" USING btree ("id") WHERE event_seq is null and status = 'done';--> statement-breakpoint
CREATE INDEX "components_serial" ON "components" USING btree ("class","serial_key");
--> statement-breakpoint
-- a movement is never changed; that it is sealed is written into it once
create function movements_unchanged() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and old.event_seq is null and new.event_seq is not null
    and to_jsonb(new) - 'event_seq' = to_jsonb(old) - 'event_seq' then return new; end if;
  raise exception '% is append-only: % refused', tg_table_name, tg_op using errcode = 'integrity_constraint_violation';
end $$;
--> statement-breakpoint
drop trigger movements_append_only on movements;
--> statement-breakpoint
create trigger movements_append_only before update or delete on movements for each row execute function movements_unchanged();
--> statement-breakpoint
-- what was written before today follows the entry after it by the clock: nothing better is known of it
create index events_at on events (at);
--> statement-breakpoint
create function sealed_at(moment timestamptz) returns bigint language sql stable as $$
  select coalesce((select min(e.seq) from events e where e.at >= moment), (select max(e.seq) from events e), 0)
$$;
--> statement-breakpoint
update movements set event_seq = sealed_at(at);
--> statement-breakpoint
update record_values set event_seq = sealed_at(at);
--> statement-breakpoint
update observations set event_seq = sealed_at(at) where event_seq is null;
--> statement-breakpoint
update erasures set event_seq = sealed_at(at) where event_seq is null;
--> statement-breakpoint
update work set event_seq = sealed_at(finished_at) where status = 'done' and finished_at is not null;
--> statement-breakpoint
drop function sealed_at(timestamptz);
--> statement-breakpoint
drop index events_at;
--> statement-breakpoint
-- every row an act wrote bears the number of its entry: what comes after what is never asked of a clock
create function events_number() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
begin
  update movements set event_seq = new.seq where event_seq is null;
  update erasures set event_seq = new.seq where event_seq is null;
  update observations set event_seq = new.seq where event_seq is null;
  update record_values set event_seq = new.seq where event_seq is null;
  update sightings set event_seq = new.seq where event_seq is null;
  update work set event_seq = new.seq where event_seq is null and status = 'done';
  return null;
end $$;
--> statement-breakpoint
create trigger events_number after insert on events for each row execute function events_number();
--> statement-breakpoint
create function work_unended() returns trigger language plpgsql as $$
begin
  if new.status <> 'done' then new.event_seq := null; end if;
  return new;
end $$;
--> statement-breakpoint
create trigger work_unended before update on work for each row execute function work_unended();
--> statement-breakpoint
-- what came in somebody else's machine is theirs from its arrival
update components c set owner_unit = u.id
  from units u join lots l on l.id = u.lot_id
  where l.source = 'owner' and c.owner_unit is null and c.unit_id = u.id
    and exists (select 1 from movements m where m.component_id = c.id and m.n = 0 and m.to_place = 'unit:' || u.id);
