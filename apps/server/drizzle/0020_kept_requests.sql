CREATE TABLE "kept_requests" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"title" text NOT NULL,
	"service_id" uuid,
	"days_to_answer" integer NOT NULL,
	"items" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "kept_requests" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE INDEX "kept_requests_firm_id_index" ON "kept_requests" USING btree ("firm_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "kept_requests" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));