CREATE TABLE "opened_things" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"thing_id" uuid NOT NULL,
	"what" text NOT NULL,
	"first_at" timestamp with time zone NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	"times" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "opened_things" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE INDEX "opened_things_contact_id_last_at_index" ON "opened_things" USING btree ("contact_id","last_at");--> statement-breakpoint
CREATE INDEX "opened_things_thing_id_index" ON "opened_things" USING btree ("thing_id");--> statement-breakpoint
CREATE INDEX "opened_things_of_clients" ON "opened_things" USING btree ("client_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "opened_things" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "opened_things" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));