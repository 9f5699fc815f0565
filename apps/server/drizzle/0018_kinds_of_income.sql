ALTER TABLE "jobs" ADD COLUMN "income" text;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "income" text;--> statement-breakpoint
-- Services taken from the supplied ones get the kind that these have now; jobs follow their service.
UPDATE "services" SET "income" = CASE "name"
  WHEN 'VAT return' THEN 'Tax' WHEN 'Income tax return' THEN 'Tax' WHEN 'Registration for VAT' THEN 'Tax'
  WHEN 'Payroll return' THEN 'Payroll' WHEN 'Books, monthly' THEN 'Bookkeeping' WHEN 'Accounts and corporation tax' THEN 'Accounts and tax'
  WHEN 'Annual return' THEN 'Company secretarial' WHEN 'Catch-up call' THEN 'Advice' END;--> statement-breakpoint
UPDATE "jobs" SET "income" = (SELECT s."income" FROM "services" s WHERE s."id" = "jobs"."service_id") WHERE "service_id" IS NOT NULL;
