-- Counts and the load of weeks are read from indexes alone, and whether a job has come to a phase without looking through its phases.
DROP INDEX "obligations_firm_id_due_on_index";--> statement-breakpoint
DROP INDEX "jobs_firm_id_status_due_on_index";--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "reached" jsonb GENERATED ALWAYS AS (jsonb_path_query_array(phases, '$[*] ? (@.enteredAt != null || @.doneAt != null).key')) STORED;--> statement-breakpoint
CREATE INDEX "obligations_by_day" ON "obligations" USING btree ("firm_id","due_on","id","client_id","service_id","status","leads","begun");--> statement-breakpoint
CREATE INDEX "jobs_by_status" ON "jobs" USING btree ("firm_id","status","due_on","id","client_id");--> statement-breakpoint
CREATE INDEX "open_tasks" ON "tasks" USING btree ("firm_id","start_on","job_id","assignee_id","estimate","recorded","due_on","client_id") WHERE done_at is null;