ALTER TABLE "work" DROP CONSTRAINT "work_status";--> statement-breakpoint
DROP INDEX "work_unsealed";--> statement-breakpoint
CREATE INDEX "work_unsealed" ON "work" USING btree ("id") WHERE event_seq is null and status in ('done', 'failed');--> statement-breakpoint
ALTER TABLE "work" ADD CONSTRAINT "work_status" CHECK ("work"."status" in ('running', 'paused', 'alone', 'done', 'failed', 'dropped'));--> statement-breakpoint
create or replace function events_number() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
begin
  update movements set event_seq = new.seq where event_seq is null;
  update erasures set event_seq = new.seq where event_seq is null;
  update observations set event_seq = new.seq where event_seq is null;
  update record_values set event_seq = new.seq where event_seq is null;
  update sightings set event_seq = new.seq where event_seq is null;
  update work set event_seq = new.seq where event_seq is null and status in ('done', 'failed');
  return null;
end $$;
--> statement-breakpoint
create or replace function work_unended() returns trigger language plpgsql as $$
begin
  if new.status not in ('done', 'failed') then new.event_seq := null; end if;
  return new;
end $$;
