ALTER TABLE "portal_codes" DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP POLICY "own_firm" ON "portal_codes" CASCADE;--> statement-breakpoint
DROP TABLE "portal_codes" CASCADE;--> statement-breakpoint
ALTER TABLE "notices" ALTER COLUMN "client_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "logo_address" text;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "logo_kind" text;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "logo_bytes" integer;