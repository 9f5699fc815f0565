CREATE TABLE "approval_ticks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"party_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"sha256" text NOT NULL,
	CONSTRAINT "approval_ticks_party_id_unique" UNIQUE("party_id")
);
--> statement-breakpoint
ALTER TABLE "approval_ticks" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "approvals" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"ask_id" uuid NOT NULL,
	"document_id" uuid,
	"sha256" text NOT NULL,
	CONSTRAINT "approvals_ask_id_unique" UNIQUE("ask_id")
);
--> statement-breakpoint
ALTER TABLE "approvals" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "approval_ticks" ADD CONSTRAINT "approval_ticks_party_id_ask_parties_id_fk" FOREIGN KEY ("party_id") REFERENCES "public"."ask_parties"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "approvals" ADD CONSTRAINT "approvals_ask_id_asks_id_fk" FOREIGN KEY ("ask_id") REFERENCES "public"."asks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "own_firm" ON "approval_ticks" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "approval_ticks" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from ask_parties x where x.id = party_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "approvals" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "approvals" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from asks x where x.id = ask_id));