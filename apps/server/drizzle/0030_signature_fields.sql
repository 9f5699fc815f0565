CREATE TABLE "signature_fields" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"ask_id" uuid NOT NULL,
	"party_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"page" integer NOT NULL,
	"x" double precision NOT NULL,
	"y" double precision NOT NULL,
	"width" double precision NOT NULL,
	"height" double precision NOT NULL,
	"is_required" boolean NOT NULL,
	"label" text
);
--> statement-breakpoint
ALTER TABLE "signature_fields" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "signing_kinds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"fields" jsonb NOT NULL,
	"signers" integer NOT NULL,
	"used" integer DEFAULT 0 NOT NULL,
	"letter" jsonb,
	"words" text,
	"evidence" jsonb DEFAULT '{"byText":false,"capacity":null,"atLeast":1}'::jsonb NOT NULL,
	"terms" text,
	"record_first" boolean DEFAULT false NOT NULL,
	"holds_filing" boolean DEFAULT false NOT NULL,
	"may_hand_on" boolean DEFAULT false NOT NULL,
	CONSTRAINT "signing_kinds_firm_id_name_unique" UNIQUE("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "signing_kinds" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "terms" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"edition" integer NOT NULL,
	"text" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"is_retired" boolean DEFAULT false NOT NULL,
	CONSTRAINT "terms_firm_id_name_edition_unique" UNIQUE("firm_id","name","edition")
);
--> statement-breakpoint
ALTER TABLE "terms" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "terms_agreed" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"terms_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"party_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "terms_agreed_terms_id_contact_id_party_id_unique" UNIQUE("terms_id","contact_id","party_id")
);
--> statement-breakpoint
ALTER TABLE "terms_agreed" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "text_codes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"party_id" uuid NOT NULL,
	"number" text NOT NULL,
	"sent" integer DEFAULT 0 NOT NULL,
	"sent_at" timestamp with time zone,
	"confirmed_at" timestamp with time zone,
	CONSTRAINT "text_codes_party_id_unique" UNIQUE("party_id")
);
--> statement-breakpoint
ALTER TABLE "text_codes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "kind_id" uuid;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "evidence" jsonb DEFAULT '{"byText":false,"capacity":null,"atLeast":1}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "terms_id" uuid;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "record_first" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "holds_filing" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "may_hand_on" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "replaced" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "expires_on" date;--> statement-breakpoint
ALTER TABLE "signings" ADD COLUMN "text_to" text;--> statement-breakpoint
ALTER TABLE "signings" ADD COLUMN "given" jsonb;--> statement-breakpoint
ALTER TABLE "signature_fields" ADD CONSTRAINT "signature_fields_ask_id_asks_id_fk" FOREIGN KEY ("ask_id") REFERENCES "public"."asks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signature_fields" ADD CONSTRAINT "signature_fields_party_id_ask_parties_id_fk" FOREIGN KEY ("party_id") REFERENCES "public"."ask_parties"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "terms_agreed" ADD CONSTRAINT "terms_agreed_terms_id_terms_id_fk" FOREIGN KEY ("terms_id") REFERENCES "public"."terms"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "terms_agreed" ADD CONSTRAINT "terms_agreed_party_id_ask_parties_id_fk" FOREIGN KEY ("party_id") REFERENCES "public"."ask_parties"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "text_codes" ADD CONSTRAINT "text_codes_party_id_ask_parties_id_fk" FOREIGN KEY ("party_id") REFERENCES "public"."ask_parties"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "signature_fields_ask_id_index" ON "signature_fields" USING btree ("ask_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "signature_fields" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "signature_fields" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from asks x where x.id = ask_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "signing_kinds" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "terms" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "terms_agreed" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "terms_agreed" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from ask_parties x where x.id = party_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "text_codes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "text_codes" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from ask_parties x where x.id = party_id));
--> statement-breakpoint
-- What somebody drew and filled in, and where their code went, goes with the rest of how they signed.
create or replace function only_destroyed() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and old.destroyed_at is null and new.destroyed_at is not null then
    old.destroyed_at := new.destroyed_at;
    old.signed_as := null;
    old.signed_from := null;
    old.on_paper_by := null;
    old.scan_id := null;
    old.given := null;
    old.text_to := null;
    return old;
  end if;
  raise exception 'Rows of % are only ever added.', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
-- That somebody agreed to an edition stays.
create trigger terms_agreed_only_added before update on terms_agreed for each row when (old.contact_id is not distinct from new.contact_id) execute function only_added_to();
