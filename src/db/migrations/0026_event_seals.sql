CREATE TABLE "event_seals" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"seal" text NOT NULL
);
--> statement-breakpoint
create trigger event_seals_append_only before update or delete on event_seals for each row execute function refuse_change();
--> statement-breakpoint
create trigger event_seals_no_truncate before truncate on event_seals for each statement execute function refuse_change();
