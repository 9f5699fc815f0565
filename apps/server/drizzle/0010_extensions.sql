ALTER TABLE "obligations" ADD COLUMN "extended_from" date;--> statement-breakpoint
ALTER TABLE "obligations" ADD COLUMN "extension_reference" text;--> statement-breakpoint
ALTER TABLE "obligations" ADD COLUMN "not_required_reason" text;