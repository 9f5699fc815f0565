CREATE TABLE "bulk_changes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_id" uuid,
	"what" text NOT NULL,
	"rows" jsonb NOT NULL,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "bulk_changes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "client_notes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"text" text NOT NULL,
	"pinned" boolean DEFAULT false NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by_id" uuid,
	"by_name" text NOT NULL,
	"for_id" uuid,
	"done_at" timestamp with time zone,
	"done_by" text
);
--> statement-breakpoint
ALTER TABLE "client_notes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "detail_fields" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"choices" jsonb NOT NULL,
	"forms" jsonb NOT NULL,
	CONSTRAINT "detail_fields_firm_id_name_unique" UNIQUE("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "detail_fields" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "saved_lists" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid,
	"name" text NOT NULL,
	"filters" jsonb NOT NULL,
	"columns" jsonb NOT NULL,
	"sort" text
);
--> statement-breakpoint
ALTER TABLE "saved_lists" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "tax_number" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "company_number" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "ended_on" date;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "end_reason" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "paper_place" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "details" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "client_notes" ADD CONSTRAINT "client_notes_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bulk_changes_firm_id_at_index" ON "bulk_changes" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "client_notes_client_id_index" ON "client_notes" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "client_notes_firm_id_for_id_index" ON "client_notes" USING btree ("firm_id","for_id");--> statement-breakpoint
CREATE INDEX "saved_lists_firm_id_member_id_index" ON "saved_lists" USING btree ("firm_id","member_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "bulk_changes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_notes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "client_notes" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or client_id is null or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "detail_fields" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "saved_lists" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));