ALTER TABLE "portal_devices" ADD COLUMN "id" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "portal_devices" ADD COLUMN "name" text DEFAULT 'a device' NOT NULL;--> statement-breakpoint
ALTER TABLE "portal_devices" ADD COLUMN "at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "portal_devices" ADD COLUMN "last_in_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "portal_sessions" ADD COLUMN "device_hash" text;--> statement-breakpoint
CREATE INDEX "portal_devices_contact_id_index" ON "portal_devices" USING btree ("contact_id");--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "last_in_at" timestamp with time zone;