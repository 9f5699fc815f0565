ALTER TABLE "clients" ADD COLUMN "sort_name" text GENERATED ALWAYS AS (case when legal_form = 'person' then regexp_replace(name, '^.*\s', '') || ' ' || name else name end) STORED;--> statement-breakpoint
ALTER TABLE "saved_lists" ADD COLUMN "of" text DEFAULT 'clients' NOT NULL;--> statement-breakpoint
ALTER TABLE "saved_lists" ADD COLUMN "more" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "contact_id" uuid;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "client_id" uuid;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "recorded" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "tasks" SET "client_id" = (SELECT j."client_id" FROM "jobs" j WHERE j."id" = "tasks"."job_id"), "recorded" = coalesce((SELECT sum(e."minutes") FROM "time_entries" e WHERE e."task_id" = "tasks"."id"), 0);--> statement-breakpoint
ALTER TABLE "tasks" ALTER COLUMN "client_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "firm_rules" ADD COLUMN "copied_as" jsonb;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "takes_extensions" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "clients_in_order" ON "clients" USING btree ("firm_id",sort_name collate "unicode","id");--> statement-breakpoint
CREATE INDEX "jobs_in_flight" ON "jobs" USING btree ("procedure_id") WHERE status in ('open', 'on hold');--> statement-breakpoint
CREATE INDEX "tasks_client_id_index" ON "tasks" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "lines_with_own_procedure" ON "service_lines" USING btree ("procedure_id") WHERE procedure_id is not null;--> statement-breakpoint
ALTER POLICY "granted" ON "line_plans" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from service_lines x where x.id = line_id));--> statement-breakpoint
ALTER POLICY "granted" ON "payments" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from invoices x where x.id = invoice_id));--> statement-breakpoint
ALTER POLICY "granted" ON "settlements" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));--> statement-breakpoint
ALTER POLICY "granted" ON "job_actions" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));--> statement-breakpoint
ALTER POLICY "granted" ON "job_batch_rows" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));--> statement-breakpoint
ALTER POLICY "granted" ON "tasks" TO app_user USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
ALTER POLICY "granted" ON "request_answers" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from request_items x where x.id = item_id));--> statement-breakpoint
ALTER POLICY "granted" ON "request_items" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from requests x where x.id = request_id));--> statement-breakpoint
ALTER POLICY "granted" ON "timers" TO app_user USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));