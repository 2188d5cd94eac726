-- The history: seq and hash are the database's to give, and nothing is ever changed or taken away.
create function events_seal() returns trigger language plpgsql as $$
declare last record;
begin
  -- one writer at a time, until its transaction ends: the chain has no forks and no gaps
  perform pg_advisory_xact_lock(7021406);
  select seq, hash into last from events order by seq desc limit 1;
  new.seq := coalesce(last.seq, 0) + 1;
  new.at := clock_timestamp();
  new.previous_hash := coalesce(last.hash, repeat('0', 64));
  new.hash := events_hash(new);
  return new;
end $$;
--> statement-breakpoint
create function events_hash(e events) returns text language sql stable as $$
  select encode(sha256(convert_to(jsonb_build_array(
    e.previous_hash, e.seq, to_char(e.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US'), e.actor, e.actor_name, e.kind,
    e.unit_id, e.lot_id, e.voids, e.payload)::text, 'utf8')), 'hex')
$$;
--> statement-breakpoint
create trigger events_seal before insert on events for each row execute function events_seal();
--> statement-breakpoint
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only: % refused', tg_table_name, tg_op using errcode = 'integrity_constraint_violation';
end $$;
--> statement-breakpoint
create trigger events_append_only before update or delete on events for each row execute function refuse_change();
--> statement-breakpoint
create trigger events_no_truncate before truncate on events for each statement execute function refuse_change();
--> statement-breakpoint
-- first row that does not fit, or nothing: a changed row, a missing row, a broken link
create function events_first_fault() returns table (seq bigint, fault text) language sql stable as $$
  select c.seq, case
      when c.seq <> c.expected then 'a row before it is missing'
      when c.previous_hash <> c.linked then 'it does not follow the row before it'
      else 'its content was changed' end
  from (
    select e.seq, row_number() over w as expected, e.previous_hash, coalesce(lag(e.hash) over w, repeat('0', 64)) as linked,
      e.hash, events_hash(e) as computed
    from events e window w as (order by e.seq)
  ) c
  where c.seq <> c.expected or c.previous_hash <> c.linked or c.hash <> c.computed
  order by c.seq limit 1
$$;
--> statement-breakpoint
-- A component is where its last movement took it; nothing else can say so.
create function movements_place() returns trigger language plpgsql as $$
declare moved integer;
begin
  update components set last_move = new.n,
    place = case when new.to_place like 'unit:%' then 'unit' else new.to_place end,
    unit_id = case when new.to_place like 'unit:%' then substr(new.to_place, 6)::uuid end
  where id = new.component_id and (new.n = 0 or last_move = new.n - 1);
  get diagnostics moved = row_count;
  if moved <> 1 then
    raise exception 'movement % of component % does not follow its last one', new.n, new.component_id using errcode = 'integrity_constraint_violation';
  end if;
  return null;
end $$;
--> statement-breakpoint
create trigger movements_place after insert on movements for each row execute function movements_place();
--> statement-breakpoint
create trigger movements_append_only before update or delete on movements for each row execute function refuse_change();
--> statement-breakpoint
create trigger movements_no_truncate before truncate on movements for each statement execute function refuse_change();
--> statement-breakpoint
create function components_placed_by_ledger() returns trigger language plpgsql as $$
begin
  if (new.place, new.unit_id, new.last_move) is distinct from (old.place, old.unit_id, old.last_move) and pg_trigger_depth() < 2 then
    raise exception 'a component moves only by a movement' using errcode = 'integrity_constraint_violation';
  end if;
  return new;
end $$;
--> statement-breakpoint
create trigger components_placed_by_ledger before update on components for each row execute function components_placed_by_ledger();
