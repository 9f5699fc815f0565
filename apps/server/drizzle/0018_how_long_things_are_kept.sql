CREATE TABLE "keeping_decisions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"folder_id" uuid,
	"folder" text,
	"destroyed" boolean NOT NULL,
	"count" integer NOT NULL,
	"keep_through" date,
	"reason" text,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "keeping_decisions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "keeping_holds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"until" date,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_by" text
);
--> statement-breakpoint
ALTER TABLE "keeping_holds" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "keeping_periods" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"kinds" jsonb NOT NULL,
	"folders" jsonb NOT NULL,
	CONSTRAINT "keeping_periods_firm_id_unique" UNIQUE("firm_id")
);
--> statement-breakpoint
ALTER TABLE "keeping_periods" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "events" ADD COLUMN "forgotten_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "erased_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "destroyed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "by_contact" uuid;--> statement-breakpoint
ALTER TABLE "request_answers" ADD COLUMN "by_contact" uuid;--> statement-breakpoint
ALTER TABLE "request_answers" ADD COLUMN "destroyed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "is_over" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "signings" ADD COLUMN "destroyed_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "keeping_decisions_client_id_index" ON "keeping_decisions" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "keeping_decisions_firm_id_at_index" ON "keeping_decisions" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "keeping_holds_client_id_index" ON "keeping_holds" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "keeping_holds_firm_id_at_index" ON "keeping_holds" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "documents_of_people" ON "documents" USING btree ("by_contact") WHERE by_contact is not null;--> statement-breakpoint
CREATE INDEX "answers_of_people" ON "request_answers" USING btree ("by_contact") WHERE by_contact is not null;--> statement-breakpoint
CREATE POLICY "own_firm" ON "keeping_decisions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "keeping_decisions" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "keeping_holds" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "keeping_holds" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "keeping_periods" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));
--> statement-breakpoint
-- Who of a client's people gave an answer or sent a document, where one of that name and no other acts for it.
create temporary view named_once as
  select l.client_id, p.name, min(p.id::text)::uuid as contact_id from client_contacts l join contacts p on p.id = l.contact_id group by 1, 2 having count(*) = 1;
--> statement-breakpoint
update documents d set by_contact = o.contact_id from named_once o where d.from_outside and o.client_id = d.client_id and o.name = d.by;
--> statement-breakpoint
update request_answers n set by_contact = o.contact_id from request_items i join asks a on a.id = i.ask_id join named_once o on o.client_id = a.client_id
  where i.id = n.item_id and o.name = n.by and n.kind in ('file', 'words', 'elsewhere', 'does not apply', 'question');
--> statement-breakpoint
drop view named_once;
--> statement-breakpoint
-- What happened and what was signed stays only ever added to. One thing can be done to a row, once: what it quotes of people is destroyed,
-- and what is left says that it happened, when, to which client and by whom.
create function forgotten_words(said text) returns text language sql immutable as $$
  select regexp_replace(regexp_replace(regexp_replace(said, ' as "[^"]*"$', ''), ': ".*$', ': words destroyed'), '[^[:space:]"(),;]+@[^[:space:]"(),;]+', 'an address', 'g')
$$;
--> statement-breakpoint
create function only_forgotten() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and old.forgotten_at is null and new.forgotten_at is not null then
    old.forgotten_at := new.forgotten_at;
    old.before := null;
    old.after := null;
    old.what := forgotten_words(old.what);
    return old;
  end if;
  raise exception 'Rows of % are only ever added.', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
create function only_destroyed() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and old.destroyed_at is null and new.destroyed_at is not null then
    old.destroyed_at := new.destroyed_at;
    old.signed_as := null;
    old.signed_from := null;
    old.on_paper_by := null;
    old.scan_id := null;
    return old;
  end if;
  raise exception 'Rows of % are only ever added.', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
drop trigger only_added_to on events;
--> statement-breakpoint
drop trigger only_added_to on signings;
--> statement-breakpoint
create trigger only_added_to before update or delete on events for each row execute function only_forgotten();
--> statement-breakpoint
create trigger only_added_to before update or delete on signings for each row execute function only_destroyed();
--> statement-breakpoint
grant update (forgotten_at) on events to app_user;
--> statement-breakpoint
grant update (destroyed_at) on signings to app_user;
