CREATE TABLE "kept_places" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"fields" jsonb NOT NULL,
	"signers" integer NOT NULL,
	"used" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "kept_places_firm_id_name_unique" UNIQUE("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "kept_places" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
ALTER TABLE "signature_documents" ADD COLUMN "replaced" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "expires_on" date;--> statement-breakpoint
ALTER TABLE "signings" ADD COLUMN "given" jsonb;--> statement-breakpoint
ALTER TABLE "signature_fields" ADD CONSTRAINT "signature_fields_ask_id_asks_id_fk" FOREIGN KEY ("ask_id") REFERENCES "public"."asks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signature_fields" ADD CONSTRAINT "signature_fields_party_id_ask_parties_id_fk" FOREIGN KEY ("party_id") REFERENCES "public"."ask_parties"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "signature_fields_ask_id_index" ON "signature_fields" USING btree ("ask_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "kept_places" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "signature_fields" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "signature_fields" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from asks x where x.id = ask_id));
--> statement-breakpoint
-- What somebody drew and filled in goes with the rest of how they signed.
create or replace function only_destroyed() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and old.destroyed_at is null and new.destroyed_at is not null then
    old.destroyed_at := new.destroyed_at;
    old.signed_as := null;
    old.signed_from := null;
    old.on_paper_by := null;
    old.scan_id := null;
    old.given := null;
    return old;
  end if;
  raise exception 'Rows of % are only ever added.', tg_table_name using errcode = 'restrict_violation';
end $$;
