CREATE TABLE "group_grants" (
	"firm_id" uuid NOT NULL,
	"group_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"how" text NOT NULL,
	CONSTRAINT "group_grants_group_id_client_id_pk" PRIMARY KEY("group_id","client_id")
);
--> statement-breakpoint
ALTER TABLE "group_grants" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "group_members" (
	"firm_id" uuid NOT NULL,
	"group_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "group_members_group_id_member_id_pk" PRIMARY KEY("group_id","member_id")
);
--> statement-breakpoint
ALTER TABLE "group_members" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "groups" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "groups_firm_id_name_unique" UNIQUE("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "groups" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "related_clients" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "related_clients" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "client_grants" ADD COLUMN "group_id" uuid;--> statement-breakpoint
ALTER TABLE "client_contacts" ADD COLUMN "gets_requests" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "client_contacts" ADD COLUMN "signs" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "client_contacts" ADD COLUMN "pays" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "vat_from" date;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "vat_until" date;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "employer_from" date;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "employer_until" date;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "address" jsonb;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "iban" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "bic" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "payment_method" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "related_id" uuid;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "merged_into" uuid;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "mobile" text;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "address" jsonb;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "marketing" jsonb;--> statement-breakpoint
ALTER TABLE "portal_sessions" ADD COLUMN "looked_at_by" uuid;--> statement-breakpoint
ALTER TABLE "group_grants" ADD CONSTRAINT "group_grants_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_members" ADD CONSTRAINT "group_members_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "group_members_member_id_index" ON "group_members" USING btree ("member_id");--> statement-breakpoint
ALTER TABLE "clients" ADD CONSTRAINT "clients_related_id_related_clients_id_fk" FOREIGN KEY ("related_id") REFERENCES "public"."related_clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "clients_related_id_index" ON "clients" USING btree ("related_id");--> statement-breakpoint
CREATE INDEX "clients_merged_into_index" ON "clients" USING btree ("merged_into") WHERE merged_into is not null;--> statement-breakpoint
CREATE POLICY "own_firm" ON "group_grants" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "group_members" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "groups" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "related_clients" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "related_clients" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or id in (select x.related_id from clients x));