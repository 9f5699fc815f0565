CREATE TABLE "seal_certificates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"certificate" text NOT NULL,
	"issuers" jsonb NOT NULL,
	"key" text,
	"fingerprint" text NOT NULL,
	"good_from" timestamp with time zone NOT NULL,
	"good_until" timestamp with time zone NOT NULL,
	"replaced_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "seal_certificates" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "seal_pages" (
	"firm_id" uuid PRIMARY KEY NOT NULL,
	"address" text NOT NULL,
	"token_hash" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "seal_pages" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "signed_copy_id" uuid;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "sealed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "fingerprint" text;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD COLUMN "copy_fault" text;--> statement-breakpoint
CREATE UNIQUE INDEX "seal_certificates_current" ON "seal_certificates" USING btree ("firm_id") WHERE replaced_at is null;--> statement-breakpoint
CREATE UNIQUE INDEX "seal_pages_address" ON "seal_pages" USING btree ("token_hash");--> statement-breakpoint
CREATE POLICY "own_firm" ON "seal_certificates" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "seal_pages" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "seal_pages" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));