-- Files were not sealed before, and the hash of each was bare.
do $$ begin
  if exists (select 1 from "firms") then
    raise exception 'The data folder was written before files were sealed, by a version that was not released yet, and cannot be brought along. Start with another folder.';
  end if;
end $$;--> statement-breakpoint
CREATE TABLE "stored_files" (
	"firm_id" uuid NOT NULL,
	"address" text NOT NULL,
	"sealed_hash" text NOT NULL,
	"bytes" bigint NOT NULL,
	"kept_at" timestamp with time zone NOT NULL,
	"checked_at" timestamp with time zone,
	"wrong" text,
	CONSTRAINT "stored_files_firm_id_address_pk" PRIMARY KEY("firm_id","address")
);
--> statement-breakpoint
ALTER TABLE "stored_files" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "firms" ADD COLUMN "file_key" text NOT NULL;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "address" text NOT NULL;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "from_outside" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "documents_firm_id_client_id_bytes_index" ON "documents" USING btree ("firm_id","client_id","bytes") WHERE from_outside;--> statement-breakpoint
ALTER TABLE "documents" DROP COLUMN "sha256";--> statement-breakpoint
CREATE POLICY "own_firm" ON "stored_files" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));