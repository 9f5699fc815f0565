ALTER TABLE "stored_files" ADD COLUMN "from_outside" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "approval_ticks" ADD COLUMN "destroyed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "approvals" ADD COLUMN "destroyed_at" timestamp with time zone;--> statement-breakpoint
UPDATE "stored_files" f SET "from_outside" = true WHERE EXISTS (SELECT FROM "documents" d WHERE d.firm_id = f.firm_id AND d.address = f.address AND d.from_outside)
  OR EXISTS (SELECT FROM "arrival_files" a WHERE a.firm_id = f.firm_id AND a.address = f.address)
  OR EXISTS (SELECT FROM "conversation_words" w WHERE w.firm_id = f.firm_id AND w.file_address = f.address AND w.by_contact IS NOT NULL);
