CREATE TABLE "client_folders" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"template_id" uuid,
	"name" text,
	"right" text,
	"only_for" jsonb,
	CONSTRAINT "client_folders_client_id_template_id_unique" UNIQUE("client_id","template_id")
);
--> statement-breakpoint
ALTER TABLE "client_folders" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "document_texts" (
	"document_id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"address" text NOT NULL,
	"text" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "document_texts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "document_versions" (
	"document_id" uuid NOT NULL,
	"firm_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"name" text NOT NULL,
	"address" text NOT NULL,
	"bytes" bigint NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	CONSTRAINT "document_versions_document_id_number_pk" PRIMARY KEY("document_id","number")
);
--> statement-breakpoint
ALTER TABLE "document_versions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "folder_templates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"right" text NOT NULL,
	"forms" jsonb NOT NULL,
	"by_year" boolean NOT NULL,
	"takes" jsonb NOT NULL,
	"services" jsonb NOT NULL,
	"position" integer NOT NULL,
	"is_retired" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "folder_templates" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "request_answers" ADD COLUMN "way" text;--> statement-breakpoint
ALTER TABLE "request_answers" ADD COLUMN "place" text;--> statement-breakpoint
ALTER TABLE "request_answers" ADD COLUMN "taken_back_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "request_items" ADD COLUMN "sent_back_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "request_items" ADD COLUMN "period" text;--> statement-breakpoint
ALTER TABLE "request_items" ADD COLUMN "wanted_by" date;--> statement-breakpoint
ALTER TABLE "request_items" ADD COLUMN "link" text;--> statement-breakpoint
ALTER TABLE "request_items" ADD COLUMN "example_id" uuid;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "folder_id" uuid;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "year" integer;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "earlier" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "looked_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "looked_by" text;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "assigned_to" uuid;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "taken_out_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "taken_out_by" text;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "is_looked_through" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "client_folders" ADD CONSTRAINT "client_folders_template_id_folder_templates_id_fk" FOREIGN KEY ("template_id") REFERENCES "public"."folder_templates"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_texts" ADD CONSTRAINT "document_texts_document_id_documents_id_fk" FOREIGN KEY ("document_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_versions" ADD CONSTRAINT "document_versions_document_id_documents_id_fk" FOREIGN KEY ("document_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "folder_templates_firm_id_position_index" ON "folder_templates" USING btree ("firm_id","position");--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_folder_id_client_folders_id_fk" FOREIGN KEY ("folder_id") REFERENCES "public"."client_folders"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "documents_folder_id_index" ON "documents" USING btree ("folder_id");--> statement-breakpoint
CREATE INDEX "documents_firm_id_address_index" ON "documents" USING btree ("firm_id","address");--> statement-breakpoint
CREATE INDEX "documents_to_look_at" ON "documents" USING btree ("firm_id","at") WHERE looked_at is null and taken_out_at is null;--> statement-breakpoint
CREATE INDEX "documents_to_look_through" ON "documents" USING btree ("firm_id","at") WHERE not is_looked_through;--> statement-breakpoint
CREATE INDEX "documents_taken_out" ON "documents" USING btree ("firm_id","taken_out_at") WHERE taken_out_at is not null and removed_at is null;--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_folders" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "client_folders" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "document_texts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "document_texts" AS RESTRICTIVE FOR SELECT TO "app_user" USING (exists (select from documents x where x.id = document_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "document_versions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "document_versions" AS RESTRICTIVE FOR SELECT TO "app_user" USING (exists (select from documents x where x.id = document_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "folder_templates" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
UPDATE "documents" d SET "year" = extract(year from coalesce((SELECT j."period_end" FROM "jobs" j WHERE j."id" = d."job_id"), d."at"::date)), "looked_at" = d."at";--> statement-breakpoint
ALTER TABLE "documents" ALTER COLUMN "year" SET NOT NULL;--> statement-breakpoint
UPDATE "request_items" SET "sent_back_at" = "state_since" WHERE "state" = 'sent back';--> statement-breakpoint
-- A document is found by what it is as well as by the name of its file.
create function looked_through_document(name text, what text) returns text language sql immutable parallel safe as $$
  select public.plain_letters(coalesce(what || ' ', '') || name)
$$;
--> statement-breakpoint
drop index documents_looked_through;
--> statement-breakpoint
alter table documents drop column looked_through;
--> statement-breakpoint
alter table documents add column looked_through text generated always as (looked_through_document(name, what)) stored;
--> statement-breakpoint
create index documents_looked_through on documents using gin (looked_through gin_trgm_ops);
--> statement-breakpoint
-- The words inside a document, as they are; numbers stay as they are written.
alter table document_texts add column words tsvector generated always as (to_tsvector('simple', plain_letters(text))) stored;
--> statement-breakpoint
create index document_texts_words on document_texts using gin (words);
--> statement-breakpoint
-- Row level security keeps this index from being used: it is used here, as its owner, and answers ids alone, of the firm that asks. Whoever asks
-- reads the documents themselves under the policies. Each word is the beginning of one in the text.
create function found_in_texts(wanted text[], most integer) returns setof uuid
  language sql stable security definer set search_path = public, pg_temp as $$
  select t.document_id from document_texts t,
    (select to_tsquery('simple', string_agg('''' || replace(replace(w, E'\\', E'\\\\'), '''', '''''') || ''':*', ' & ')) as q from unnest(wanted) w) asked
  where t.firm_id = nullif(current_setting('app.firm_id', true), '')::uuid and t.words @@ asked.q
  order by t.document_id desc limit most
$$;
--> statement-breakpoint
revoke all on function found_in_texts(text[], integer) from public;
--> statement-breakpoint
grant execute on function found_in_texts(text[], integer) to app_user;
