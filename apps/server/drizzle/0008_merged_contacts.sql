CREATE TABLE "merged_contacts" (
	"from_id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"into_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "merged_contacts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "own_firm" ON "merged_contacts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));