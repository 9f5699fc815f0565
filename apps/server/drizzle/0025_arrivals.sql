CREATE TABLE "emailed_codes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"of" uuid NOT NULL,
	"code_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "emailed_codes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "arrival_files" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"arrival_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"bytes" integer NOT NULL,
	"address" text,
	"document_id" uuid
);
--> statement-breakpoint
ALTER TABLE "arrival_files" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "arrivals" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"device_hash" text NOT NULL,
	"proof" text NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"message" text NOT NULL,
	"began_at" timestamp with time zone NOT NULL,
	"arrived_at" timestamp with time zone,
	"holder_id" uuid,
	"filed_at" timestamp with time zone,
	"refused_at" timestamp with time zone,
	"decided_by" text,
	"reason" text,
	"client_id" uuid,
	"contact_id" uuid,
	"conversation_id" uuid,
	"emptied_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "arrivals" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "drop_off_pages" (
	"firm_id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"address" text,
	"token_hash" text,
	"is_on" boolean DEFAULT false NOT NULL,
	"welcome" text NOT NULL,
	"hours" text,
	"shut_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "drop_off_pages" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "drop_off_receivers" (
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "drop_off_receivers_firm_id_member_id_pk" PRIMARY KEY("firm_id","member_id")
);
--> statement-breakpoint
ALTER TABLE "drop_off_receivers" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "arrival_files" ADD CONSTRAINT "arrival_files_arrival_id_arrivals_id_fk" FOREIGN KEY ("arrival_id") REFERENCES "public"."arrivals"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "emailed_codes_of_index" ON "emailed_codes" USING btree ("of");--> statement-breakpoint
CREATE INDEX "arrival_files_arrival_id_index" ON "arrival_files" USING btree ("arrival_id");--> statement-breakpoint
CREATE INDEX "arrival_files_in_store" ON "arrival_files" USING btree ("address");--> statement-breakpoint
CREATE UNIQUE INDEX "arrivals_proof" ON "arrivals" USING btree ("firm_id","proof");--> statement-breakpoint
CREATE INDEX "arrivals_of_devices" ON "arrivals" USING btree ("firm_id","device_hash");--> statement-breakpoint
CREATE INDEX "arrivals_by_time" ON "arrivals" USING btree ("firm_id","arrived_at");--> statement-breakpoint
CREATE INDEX "arrivals_of_clients" ON "arrivals" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "arrivals_open" ON "arrivals" USING btree ("firm_id") WHERE filed_at is null and refused_at is null;--> statement-breakpoint
CREATE UNIQUE INDEX "drop_off_pages_address" ON "drop_off_pages" USING btree ("token_hash");--> statement-breakpoint
CREATE POLICY "own_firm" ON "emailed_codes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "arrival_files" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "arrival_files" AS RESTRICTIVE FOR SELECT TO "app_user" USING (exists (select from arrivals x where x.id = arrival_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "arrivals" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "arrivals" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "for_receivers" ON "arrivals" AS RESTRICTIVE FOR SELECT TO "app_user" USING ((select nullif(current_setting('app.reader', true), '')::uuid) is null or holder_id = (select nullif(current_setting('app.reader', true), '')::uuid) or exists (select from drop_off_receivers p where p.member_id = (select nullif(current_setting('app.reader', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "drop_off_pages" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "drop_off_pages" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "drop_off_receivers" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));