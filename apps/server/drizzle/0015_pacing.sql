DROP INDEX "messages_going_out";--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "pacing" jsonb DEFAULT '{"perDay":3,"from":"08:00","until":"18:00","together":true}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "follow_ups" jsonb DEFAULT '{"isOn":true,"everyDays":5,"most":3}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "asks" ADD COLUMN "is_stopped" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "asks" ADD COLUMN "follow_ups" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "asks" ADD COLUMN "next_follow_up_on" date;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "follow_ups" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "messages_per_day" text;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "away_until" date;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "matter" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "paragraphs" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "signature" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "wanted_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "is_now" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "goes_with" uuid;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "held" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "per_day" integer;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "dropped" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "sent_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "asks_followed_up" ON "asks" USING btree ("firm_id","next_follow_up_on") WHERE state = 'with the client';--> statement-breakpoint
CREATE INDEX "messages_of_matters" ON "messages" USING btree ("matter");--> statement-breakpoint
CREATE INDEX "messages_going_together" ON "messages" USING btree ("goes_with") WHERE goes_with is not null;--> statement-breakpoint
CREATE INDEX "messages_sent_to" ON "messages" USING btree ("contact_id","sent_at");--> statement-breakpoint
CREATE INDEX "messages_going_out" ON "messages" USING btree ("firm_id","contact_id") WHERE status in ('waiting', 'failed');--> statement-breakpoint
UPDATE "firms" SET "follow_ups" = '{"isOn":false,"everyDays":5,"most":3}';--> statement-breakpoint
UPDATE "messages" SET "wanted_at" = "at", "sent_at" = CASE WHEN "status" = 'sent' THEN "at" END;--> statement-breakpoint
UPDATE "messages" m SET "wanted_at" = o."not_before", "paragraphs" = m."body" FROM "outbox" o WHERE o."kind" = 'deliver message' AND o."key" = m."id"::text AND o."done_at" IS NULL;--> statement-breakpoint
UPDATE "outbox" SET "payload" = ("payload" - 'messageId') || jsonb_build_object('messageIds', jsonb_build_array("payload" -> 'messageId'), 'isNow', false) WHERE "kind" = 'deliver message' AND "payload" ? 'messageId';
