ALTER TABLE "firms" ADD COLUMN "vat_number" text;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "iban" text;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "bic" text;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "creditor_id" text;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "terms" text;--> statement-breakpoint
ALTER TABLE "invoices" ADD COLUMN "supplied_on" date;