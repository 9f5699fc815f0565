ALTER TABLE "invoices" ADD COLUMN "reminders" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "invoices" ADD COLUMN "next_reminder_on" date;--> statement-breakpoint
ALTER TABLE "invoices" ADD COLUMN "is_reminder_stopped" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "invoices" ADD COLUMN "promised_for" date;--> statement-breakpoint
CREATE INDEX "bills_reminded" ON "invoices" USING btree ("firm_id","next_reminder_on") WHERE status = 'issued';