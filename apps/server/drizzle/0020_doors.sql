CREATE TABLE "door_tries" (
	"key" text PRIMARY KEY NOT NULL,
	"tries" integer NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"locks" integer DEFAULT 0 NOT NULL,
	"shut_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "door_tries" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "events" ADD COLUMN "about_fees" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "mail_address" text;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "idle_minutes" integer DEFAULT 720 NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "session_hours" integer DEFAULT 336 NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "admin_idle_minutes" integer DEFAULT 120 NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "admin_session_hours" integer DEFAULT 24 NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "second_step_required" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "ends_on" date;--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "warned_of" date;--> statement-breakpoint
ALTER TABLE "role_rights" ADD COLUMN "approve_up_to" bigint;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "seen_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "confirmed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "saved_lists" ADD COLUMN "by_id" uuid;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "new_email_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "about_fees" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "job_batches" ADD COLUMN "by_id" uuid;--> statement-breakpoint
ALTER TABLE "portal_sessions" ADD COLUMN "looked_in" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "about_fees" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "post_room" ADD COLUMN "for_staff" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "people" DROP COLUMN "failures";--> statement-breakpoint
ALTER TABLE "people" DROP COLUMN "locked_until";--> statement-breakpoint
CREATE POLICY "without_fees" ON "documents" AS RESTRICTIVE FOR SELECT TO "app_user" USING (not about_fees or (select current_setting('app.fees', true)) is distinct from 'hidden');--> statement-breakpoint
CREATE POLICY "while_signing_in" ON "door_tries" AS PERMISSIVE FOR ALL TO "app_user" USING ((select current_setting('app.within', true)) = 'yes') WITH CHECK ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
-- What was written before these columns came: bills, and whatever names an amount.
update "documents" set "about_fees" = true where "id" in (select "document_id" from "invoices" where "document_id" is not null);--> statement-breakpoint
update "messages" set "about_fees" = true where "subject" ~ '\d\.\d\d(\D|$)' or "body" ~ '\d\.\d\d(\D|$)';--> statement-breakpoint
alter table "events" disable trigger user;--> statement-breakpoint
update "events" set "about_fees" = true where "what" ~ '\d\.\d\d(\D|$)' or concat("before"::text, "after"::text) ~ '"(fee|net|gross|amount|perHour|costPerHour)"';--> statement-breakpoint
alter table "events" enable trigger user;--> statement-breakpoint
-- Rights that are new: the administrator has them in every firm; another role that a firm has changed has to be given them.
update "role_rights" set "rights" = "rights" || '["approve bills", "write off", "see cost rates", "open the gate", "read private conversations", "destroy documents"]'::jsonb where "role" = 'administrator';
