CREATE TABLE "signature_requests" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"phase_key" text NOT NULL,
	"document_id" uuid NOT NULL,
	"title" text NOT NULL,
	"words" text,
	"due_on" date NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"asked_by" text NOT NULL,
	"state" text NOT NULL,
	"ended_at" timestamp with time zone,
	"reason" text
);
--> statement-breakpoint
ALTER TABLE "signature_requests" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "signers" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"request_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"contact_id" uuid NOT NULL,
	"name" text NOT NULL,
	"state" text NOT NULL,
	"turn_since" timestamp with time zone,
	"signed_at" timestamp with time zone,
	"signed_as" text,
	"signed_from" text,
	"on_paper_by" text,
	"scan_id" uuid,
	"sha256" text
);
--> statement-breakpoint
ALTER TABLE "signers" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "requests" ADD COLUMN "plan_key" text;--> statement-breakpoint
ALTER TABLE "signers" ADD CONSTRAINT "signers_request_id_signature_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."signature_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "signature_requests_job_id_index" ON "signature_requests" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "signature_requests_client_id_index" ON "signature_requests" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "signers_request_id_index" ON "signers" USING btree ("request_id");--> statement-breakpoint
CREATE INDEX "signers_contact_id_index" ON "signers" USING btree ("contact_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "signature_requests" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "signature_requests" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "signers" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "signers" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from signature_requests x where x.id = request_id));--> statement-breakpoint
-- A phase has several requests now, each with a key; what was the only one is called papers.
UPDATE "procedures" SET "definition" = jsonb_build_object('phases', (SELECT coalesce(jsonb_agg((p - 'request') || CASE WHEN jsonb_typeof(p -> 'request') = 'object' THEN jsonb_build_object('requests', jsonb_build_array(p -> 'request' || '{"key":"papers"}')) ELSE '{}' END || CASE WHEN p ? 'onEntry' THEN jsonb_build_object('onEntry', (SELECT coalesce(jsonb_agg(CASE WHEN a ->> 'does' = 'request' THEN a || '{"requestKey":"papers"}' ELSE a END ORDER BY i), '[]') FROM jsonb_array_elements(p -> 'onEntry') WITH ORDINALITY AS x(a, i))) ELSE '{}' END || CASE WHEN p ? 'onDone' THEN jsonb_build_object('onDone', (SELECT coalesce(jsonb_agg(CASE WHEN a ->> 'does' = 'request' THEN a || '{"requestKey":"papers"}' ELSE a END ORDER BY i), '[]') FROM jsonb_array_elements(p -> 'onDone') WITH ORDINALITY AS x(a, i))) ELSE '{}' END ORDER BY n), '[]') FROM jsonb_array_elements(definition -> 'phases') WITH ORDINALITY AS f(p, n)));--> statement-breakpoint
UPDATE "procedure_versions" SET "definition" = jsonb_build_object('phases', (SELECT coalesce(jsonb_agg((p - 'request') || CASE WHEN jsonb_typeof(p -> 'request') = 'object' THEN jsonb_build_object('requests', jsonb_build_array(p -> 'request' || '{"key":"papers"}')) ELSE '{}' END || CASE WHEN p ? 'onEntry' THEN jsonb_build_object('onEntry', (SELECT coalesce(jsonb_agg(CASE WHEN a ->> 'does' = 'request' THEN a || '{"requestKey":"papers"}' ELSE a END ORDER BY i), '[]') FROM jsonb_array_elements(p -> 'onEntry') WITH ORDINALITY AS x(a, i))) ELSE '{}' END || CASE WHEN p ? 'onDone' THEN jsonb_build_object('onDone', (SELECT coalesce(jsonb_agg(CASE WHEN a ->> 'does' = 'request' THEN a || '{"requestKey":"papers"}' ELSE a END ORDER BY i), '[]') FROM jsonb_array_elements(p -> 'onDone') WITH ORDINALITY AS x(a, i))) ELSE '{}' END ORDER BY n), '[]') FROM jsonb_array_elements(definition -> 'phases') WITH ORDINALITY AS f(p, n)));--> statement-breakpoint
UPDATE "jobs" SET "phases" = (SELECT coalesce(jsonb_agg((p - 'request') || CASE WHEN jsonb_typeof(p -> 'request') = 'object' THEN jsonb_build_object('requests', jsonb_build_array(p -> 'request' || '{"key":"papers"}')) ELSE '{}' END || CASE WHEN p ? 'onEntry' THEN jsonb_build_object('onEntry', (SELECT coalesce(jsonb_agg(CASE WHEN a ->> 'does' = 'request' THEN a || '{"requestKey":"papers"}' ELSE a END ORDER BY i), '[]') FROM jsonb_array_elements(p -> 'onEntry') WITH ORDINALITY AS x(a, i))) ELSE '{}' END || CASE WHEN p ? 'onDone' THEN jsonb_build_object('onDone', (SELECT coalesce(jsonb_agg(CASE WHEN a ->> 'does' = 'request' THEN a || '{"requestKey":"papers"}' ELSE a END ORDER BY i), '[]') FROM jsonb_array_elements(p -> 'onDone') WITH ORDINALITY AS x(a, i))) ELSE '{}' END ORDER BY n), '[]') FROM jsonb_array_elements(phases) WITH ORDINALITY AS f(p, n));--> statement-breakpoint
UPDATE "job_actions" SET "action" = "action" || '{"requestKey":"papers"}' WHERE "action" ->> 'does' = 'request';--> statement-breakpoint
UPDATE "requests" r SET "plan_key" = 'papers' WHERE EXISTS (SELECT FROM "jobs" j, jsonb_array_elements(j."phases") p WHERE j."id" = r."job_id" AND p ->> 'key' = r."phase_key" AND p ? 'requests');
