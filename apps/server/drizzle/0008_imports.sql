CREATE TABLE "import_sources" (
	"firm_id" uuid NOT NULL,
	"source" text NOT NULL,
	"mapping" jsonb NOT NULL,
	CONSTRAINT "import_sources_firm_id_source_pk" PRIMARY KEY("firm_id","source")
);
--> statement-breakpoint
ALTER TABLE "import_sources" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "imports" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"file" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_id" uuid NOT NULL,
	"headings" jsonb NOT NULL,
	"rows" jsonb NOT NULL,
	"mapping" jsonb NOT NULL,
	"outcome" text,
	"bulk_id" uuid
);
--> statement-breakpoint
ALTER TABLE "imports" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE INDEX "imports_firm_id_at_index" ON "imports" USING btree ("firm_id","at");--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_sources" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "imports" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));