CREATE TABLE "identities" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"way" text NOT NULL,
	"what" text NOT NULL,
	"number" text,
	"on_day" date NOT NULL,
	"good_until" date,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "identities" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "signature_documents" ALTER COLUMN "evidence" SET DEFAULT '{"byText":false,"capacity":null,"atLeast":1,"identity":null}'::jsonb;--> statement-breakpoint
ALTER TABLE "signing_kinds" ALTER COLUMN "evidence" SET DEFAULT '{"byText":false,"capacity":null,"atLeast":1,"identity":null}'::jsonb;--> statement-breakpoint
ALTER TABLE "signings" ADD COLUMN "identity" text;--> statement-breakpoint
CREATE INDEX "identities_contact_id_index" ON "identities" USING btree ("contact_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "identities" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "identities" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from contacts x where x.id = contact_id));--> statement-breakpoint
-- What was asked of a signature before says plainly that it did not ask who somebody is.
update signing_kinds set evidence = evidence || '{"identity":null}' where not evidence ? 'identity';
--> statement-breakpoint
update signature_documents set evidence = evidence || '{"identity":null}' where not evidence ? 'identity';
--> statement-breakpoint
-- How somebody was known to be who they are goes with the rest of how they signed.
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
    old.identity := null;
    return old;
  end if;
  raise exception 'Rows of % are only ever added.', tg_table_name using errcode = 'restrict_violation';
end $$;
