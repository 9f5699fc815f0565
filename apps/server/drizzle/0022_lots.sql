CREATE TABLE "bulk_lots" (
	"firm_id" uuid NOT NULL,
	"bulk_id" uuid NOT NULL,
	"lot" integer NOT NULL,
	"rows" jsonb NOT NULL,
	"back" integer,
	"left" jsonb,
	CONSTRAINT "bulk_lots_bulk_id_lot_pk" PRIMARY KEY("bulk_id","lot")
);
--> statement-breakpoint
ALTER TABLE "bulk_lots" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "import_lots" (
	"firm_id" uuid NOT NULL,
	"import_id" uuid NOT NULL,
	"lot" integer NOT NULL,
	"size" integer NOT NULL,
	"rows" jsonb NOT NULL,
	CONSTRAINT "import_lots_import_id_lot_pk" PRIMARY KEY("import_id","lot")
);
--> statement-breakpoint
ALTER TABLE "import_lots" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "import_parts" (
	"firm_id" uuid NOT NULL,
	"import_id" uuid NOT NULL,
	"part" integer NOT NULL,
	"rows" jsonb NOT NULL,
	CONSTRAINT "import_parts_import_id_part_pk" PRIMARY KEY("import_id","part")
);
--> statement-breakpoint
ALTER TABLE "import_parts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "imports" DROP COLUMN "rows";--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "rows" integer;--> statement-breakpoint
ALTER TABLE "bulk_changes" ADD COLUMN "going" text;--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "samples" jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "coming" jsonb;--> statement-breakpoint
ALTER TABLE "bulk_changes" DROP COLUMN "rows";--> statement-breakpoint
CREATE POLICY "own_firm" ON "bulk_lots" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_lots" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_parts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));