CREATE TABLE "job_actions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"phase_key" text NOT NULL,
	"action" jsonb NOT NULL,
	"what" text NOT NULL,
	"state" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"error" text
);
--> statement-breakpoint
ALTER TABLE "job_actions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "job_batch_rows" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"batch_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"before" jsonb NOT NULL,
	"left_version" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job_batch_rows" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "job_batches" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"what" text NOT NULL,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "job_batches" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "message_templates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "message_templates" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "procedure_versions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"procedure_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"definition" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	CONSTRAINT "procedure_versions_procedure_id_number_unique" UNIQUE("procedure_id","number")
);
--> statement-breakpoint
ALTER TABLE "procedure_versions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "service_procedures" DROP CONSTRAINT "service_procedures_procedure_id_procedures_id_fk";
--> statement-breakpoint
ALTER TABLE "services" DROP CONSTRAINT "services_procedure_id_procedures_id_fk";
--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "line_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "service_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "procedure_id" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "procedure_version" integer;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "hold_until" date;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "stuck_reason" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "stuck_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "stuck_for_id" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "own_status" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "priority" text DEFAULT 'usual' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "category" text DEFAULT 'agreed fee' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "asks_to_move" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "phase_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "passed_over" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "checks" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "advice" text;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "links" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "procedure_id" uuid;--> statement-breakpoint
ALTER TABLE "job_actions" ADD CONSTRAINT "job_actions_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_batch_rows" ADD CONSTRAINT "job_batch_rows_batch_id_job_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."job_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_actions_job_id_index" ON "job_actions" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "job_actions_failed" ON "job_actions" USING btree ("firm_id") WHERE state = 'failed';--> statement-breakpoint
CREATE INDEX "job_batch_rows_batch_id_index" ON "job_batch_rows" USING btree ("batch_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "job_actions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "job_actions" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or job_id in (select j.id from jobs j));--> statement-breakpoint
CREATE POLICY "own_firm" ON "job_batch_rows" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "job_batch_rows" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or job_id in (select j.id from jobs j));--> statement-breakpoint
CREATE POLICY "own_firm" ON "job_batches" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "message_templates" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "procedure_versions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
UPDATE "jobs" j SET "procedure_id" = coalesce((SELECT x."procedure_id" FROM "service_procedures" x JOIN "service_lines" l ON l."id" = j."line_id" WHERE x."service_id" = j."service_id" AND x."rhythm" = l."rhythm"), (SELECT s."procedure_id" FROM "services" s WHERE s."id" = j."service_id")), "procedure_version" = 1,
  "phase_since" = (SELECT (p ->> 'enteredAt')::timestamptz FROM jsonb_array_elements(j."phases") p WHERE p ->> 'key' = j."phase");
