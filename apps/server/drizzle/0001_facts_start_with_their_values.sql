ALTER TABLE "clients" ALTER COLUMN "standing" SET DEFAULT 'active';--> statement-breakpoint
ALTER TABLE "clients" ALTER COLUMN "legal_form" SET DEFAULT 'not known';--> statement-breakpoint
ALTER TABLE "clients" ALTER COLUMN "vat_registered" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "clients" ALTER COLUMN "employer" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "clients" ALTER COLUMN "way" SET DEFAULT 'online';