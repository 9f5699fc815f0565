CREATE TABLE "notice_wishes" (
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"wishes" jsonb NOT NULL,
	CONSTRAINT "notice_wishes_firm_id_member_id_pk" PRIMARY KEY("firm_id","member_id")
);
--> statement-breakpoint
ALTER TABLE "notice_wishes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "notices" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid,
	"of" text NOT NULL,
	"what" text NOT NULL,
	"how" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"mailed_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "notices" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "packets" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"ask_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"printed_at" timestamp with time zone NOT NULL,
	"printed_by" text NOT NULL,
	"posted_at" timestamp with time zone,
	"posted_by" text,
	CONSTRAINT "packets_firm_id_number_unique" UNIQUE("firm_id","number")
);
--> statement-breakpoint
ALTER TABLE "packets" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "papers" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid,
	"what" text NOT NULL,
	"came" text NOT NULL,
	"brought_by" text,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"place_id" uuid NOT NULL,
	"given_back_at" timestamp with time zone,
	"given_back_to" text,
	CONSTRAINT "papers_firm_id_number_unique" UNIQUE("firm_id","number")
);
--> statement-breakpoint
ALTER TABLE "papers" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "places" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"is_retired" boolean DEFAULT false NOT NULL,
	CONSTRAINT "places_firm_id_name_unique" UNIQUE("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "places" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "from_elsewhere" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"name" text NOT NULL,
	"thing" text NOT NULL,
	"source" text NOT NULL,
	"said_by" text,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "from_elsewhere" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "requests_each_time" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"line_id" uuid NOT NULL,
	"first_job" text NOT NULL,
	"title" text NOT NULL,
	"items" jsonb NOT NULL,
	"day_of_month" integer NOT NULL,
	"days_to_answer" integer NOT NULL,
	"is_portal_only" boolean NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "requests_each_time" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "late" jsonb DEFAULT '{"days":0,"consequence":"After that we cannot promise to file in time, and a late fee may be due."}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "asks" ADD COLUMN "letter_due_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "asks" ADD COLUMN "send_on" date;--> statement-breakpoint
ALTER TABLE "asks" ADD COLUMN "is_portal_only" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "asks" ADD COLUMN "promised_for" date;--> statement-breakpoint
ALTER TABLE "job_actions" ADD COLUMN "due_on" date;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "goes_on_on" date;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "late_noted_for" date;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "prerequisites" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "papers" ADD CONSTRAINT "papers_place_id_places_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."places"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "notices_to_mail" ON "notices" USING btree ("firm_id","member_id") WHERE mailed_at is null;--> statement-breakpoint
CREATE INDEX "packets_ask_id_index" ON "packets" USING btree ("ask_id");--> statement-breakpoint
CREATE INDEX "papers_client_id_index" ON "papers" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "papers_in_the_office" ON "papers" USING btree ("firm_id","place_id") WHERE given_back_at is null;--> statement-breakpoint
CREATE INDEX "things_from_elsewhere" ON "from_elsewhere" USING btree ("client_id") WHERE ended_at is null;--> statement-breakpoint
CREATE INDEX "asked_each_time" ON "requests_each_time" USING btree ("line_id") WHERE ended_at is null;--> statement-breakpoint
CREATE INDEX "requests_each_time_client_id_index" ON "requests_each_time" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "planned_asks" ON "asks" USING btree ("firm_id","send_on") WHERE state = 'planned';--> statement-breakpoint
CREATE INDEX "job_actions_waiting" ON "job_actions" USING btree ("firm_id","due_on") WHERE state = 'waits';--> statement-breakpoint
CREATE POLICY "own_firm" ON "notice_wishes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "notices" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "notices" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "packets" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "packets" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "papers" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "papers" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "places" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "from_elsewhere" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "from_elsewhere" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "requests_each_time" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "requests_each_time" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));