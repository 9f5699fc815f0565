CREATE TABLE "client_grants" (
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"how" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "client_grants_member_id_client_id_pk" PRIMARY KEY("member_id","client_id")
);
--> statement-breakpoint
ALTER TABLE "client_grants" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "leave" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"from_day" date NOT NULL,
	"until_day" date NOT NULL,
	"what" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "leave" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "person_tokens" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"member_id" uuid,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "person_tokens" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "role_rights" (
	"firm_id" uuid NOT NULL,
	"role" text NOT NULL,
	"rights" jsonb NOT NULL,
	CONSTRAINT "role_rights_firm_id_role_pk" PRIMARY KEY("firm_id","role")
);
--> statement-breakpoint
ALTER TABLE "role_rights" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "own_client_id" uuid;--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "standing" text DEFAULT 'active' NOT NULL;--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "all_clients" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "second_step" text;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "second_step_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "last_step" bigint;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "failures" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "locked_until" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "rates" ADD COLUMN "cost_per_hour" integer;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "since" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "device" text DEFAULT 'a browser' NOT NULL;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "labels" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "person_tokens" ADD CONSTRAINT "person_tokens_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "client_grants_client_id_index" ON "client_grants" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "leave_member_id_index" ON "leave" USING btree ("member_id");--> statement-breakpoint
CREATE INDEX "person_tokens_person_id_index" ON "person_tokens" USING btree ("person_id");--> statement-breakpoint
CREATE POLICY "granted" ON "events" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "line_plans" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or line_id in (select x.id from service_lines x));--> statement-breakpoint
CREATE POLICY "granted" ON "obligations" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "client_contacts" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "clients" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or id in (select g.client_id from client_grants g where g.member_id = (select nullif(current_setting('app.member_id', true), '')::uuid))) and id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "contacts" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or id in (select x.contact_id from client_contacts x));--> statement-breakpoint
CREATE POLICY "granted" ON "documents" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "invoices" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "payments" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or invoice_id in (select x.id from invoices x));--> statement-breakpoint
CREATE POLICY "granted" ON "settlements" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or job_id in (select j.id from jobs j));--> statement-breakpoint
CREATE POLICY "granted" ON "wip_postings" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "jobs" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "tasks" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or job_id in (select j.id from jobs j));--> statement-breakpoint
CREATE POLICY "granted" ON "messages" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "request_answers" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or item_id in (select x.id from request_items x));--> statement-breakpoint
CREATE POLICY "granted" ON "request_items" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or request_id in (select x.id from requests x));--> statement-breakpoint
CREATE POLICY "granted" ON "requests" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "service_lines" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "expenses" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "time_entries" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "timers" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or job_id in (select j.id from jobs j));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_grants" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "leave" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "while_signing_in" ON "person_tokens" AS PERMISSIVE FOR ALL TO "app_user" USING ((select current_setting('app.within', true)) = 'yes') WITH CHECK ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "own_firm" ON "role_rights" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));