CREATE TABLE "feeds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"scope" text NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"last_read_at" timestamp with time zone,
	CONSTRAINT "feeds_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "feeds" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "season_starts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by_id" uuid NOT NULL,
	"what" text NOT NULL,
	"job_ids" jsonb NOT NULL,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "season_starts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "firm_rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"rule_id" text NOT NULL,
	"definition" jsonb NOT NULL,
	"copied_from" text,
	"retired" boolean DEFAULT false NOT NULL,
	CONSTRAINT "firm_rules_firm_id_rule_id_unique" UNIQUE("firm_id","rule_id")
);
--> statement-breakpoint
ALTER TABLE "firm_rules" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "client_permissions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"asked_on" date,
	"given_on" date,
	"reference" text,
	CONSTRAINT "client_permissions_client_id_service_id_kind_unique" UNIQUE("client_id","service_id","kind")
);
--> statement-breakpoint
ALTER TABLE "client_permissions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "service_procedures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"rhythm" text NOT NULL,
	"procedure_id" uuid NOT NULL,
	CONSTRAINT "service_procedures_service_id_rhythm_unique" UNIQUE("service_id","rhythm")
);
--> statement-breakpoint
ALTER TABLE "service_procedures" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "services" ALTER COLUMN "rule_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "closing_days" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "obligations" ADD COLUMN "leads" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "obligations" ADD COLUMN "filed_by" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "closed_reason" text;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "anchor" text DEFAULT 'calendar' NOT NULL;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "anchor_on" date;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "billing" text;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "ends_on" date;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "end_reason" text;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "cut_short" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "pauses" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "rule_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "active" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "printed" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "charged" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "fee_rule" jsonb;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "billing" text;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "rule_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "anchor" text DEFAULT 'calendar' NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "own_due" jsonb DEFAULT '{"count":10,"unit":"working days"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "needs_agent" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "needs_digital" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "responsible_id" uuid;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "item_code" text;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "advice" text;--> statement-breakpoint
ALTER TABLE "client_permissions" ADD CONSTRAINT "client_permissions_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "service_procedures" ADD CONSTRAINT "service_procedures_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "service_procedures" ADD CONSTRAINT "service_procedures_procedure_id_procedures_id_fk" FOREIGN KEY ("procedure_id") REFERENCES "public"."procedures"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "feeds_firm_id_member_id_index" ON "feeds" USING btree ("firm_id","member_id");--> statement-breakpoint
CREATE INDEX "season_starts_firm_id_at_index" ON "season_starts" USING btree ("firm_id","at");--> statement-breakpoint
CREATE POLICY "own_firm" ON "feeds" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "feeds" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "season_starts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "firm_rules" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_permissions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "client_permissions" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "service_procedures" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
UPDATE "services" SET "rule_ids" = jsonb_build_array("rule_id");--> statement-breakpoint
UPDATE "service_lines" l SET "rule_ids" = s."rule_ids" FROM "services" s WHERE s."id" = l."service_id";
