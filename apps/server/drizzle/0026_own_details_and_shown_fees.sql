CREATE TABLE "proposed_details" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"contact_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"about" text NOT NULL,
	"proposed" jsonb NOT NULL,
	"note" text,
	"at" timestamp with time zone NOT NULL,
	"decided_at" timestamp with time zone,
	"decided_by" text,
	"taken" text,
	"what" text NOT NULL,
	"reason" text
);
--> statement-breakpoint
ALTER TABLE "proposed_details" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "shows_fees" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "proposed_details_contact_id_index" ON "proposed_details" USING btree ("contact_id");--> statement-breakpoint
CREATE INDEX "proposed_details_of_clients" ON "proposed_details" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "proposed_details_open" ON "proposed_details" USING btree ("firm_id") WHERE decided_at is null;--> statement-breakpoint
CREATE POLICY "own_firm" ON "proposed_details" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "proposed_details" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));