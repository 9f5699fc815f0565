CREATE TABLE "collector_refusals" (
	"firm_id" uuid PRIMARY KEY NOT NULL
);
--> statement-breakpoint
ALTER TABLE "collector_refusals" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "own_firm" ON "collector_refusals" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));