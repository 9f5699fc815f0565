ALTER TABLE "client_notes" ADD COLUMN "job_id" uuid;--> statement-breakpoint
ALTER TABLE "client_notes" ADD COLUMN "task_id" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "held_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "own_reached" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "stuck_reason" text;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "stuck_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "stuck_for_id" uuid;--> statement-breakpoint
CREATE INDEX "client_notes_job_id_index" ON "client_notes" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "jobs_with_own_status" ON "jobs" USING btree ("firm_id") WHERE own_reached <> '{}';--> statement-breakpoint
CREATE INDEX "blocked_tasks" ON "tasks" USING btree ("job_id") WHERE stuck_reason is not null and done_at is null;--> statement-breakpoint
-- Since when a job is on hold, and since when it has the firm's own status, stands in the history.
UPDATE "jobs" SET "held_since" = (select max(e.at) from events e where e.job_id = jobs.id and e.what like 'put the job on hold%') WHERE status = 'on hold';--> statement-breakpoint
UPDATE "jobs" SET "own_reached" = found.reached FROM (
  select j.id, jsonb_build_object(j.own_status, max(e.at)::date::text) as reached
  from jobs j join events e on e.job_id = j.id and e.after ->> 'ownStatus' = j.own_status where j.own_status is not null group by j.id, j.own_status
) found WHERE jobs.id = found.id;
