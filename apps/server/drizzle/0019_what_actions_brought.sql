ALTER TABLE "job_actions" ADD COLUMN "moment" text;--> statement-breakpoint
-- To which moment of its phase an action belongs; one that the phase no longer has counts for its end.
UPDATE "job_actions" a SET "moment" = CASE WHEN EXISTS (SELECT FROM "jobs" j, jsonb_array_elements(j."phases") p WHERE j."id" = a."job_id" AND p ->> 'key' = a."phase_key" AND p -> 'onEntry' @> jsonb_build_array(a."action")) THEN 'entry' ELSE 'done' END;--> statement-breakpoint
ALTER TABLE "job_actions" ALTER COLUMN "moment" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "job_actions" ADD COLUMN "brought" jsonb;--> statement-breakpoint
UPDATE "job_actions" SET "brought" = '{"what":"sent"}' WHERE "state" = 'done' AND "action" ->> 'does' IN ('message', 'request') AND "what" NOT LIKE '%a task takes its place';--> statement-breakpoint
ALTER TABLE "tasks" ADD COLUMN "done_by_id" uuid;--> statement-breakpoint
-- Who did a task was known by name only.
UPDATE "tasks" t SET "done_by_id" = (SELECT m."id" FROM "members" m WHERE m."firm_id" = t."firm_id" AND m."name" = t."done_by" LIMIT 1) WHERE t."done_by" IS NOT NULL AND NOT t."passed_over";--> statement-breakpoint
CREATE INDEX "messages_going_out" ON "messages" USING btree ("firm_id") WHERE status in ('waiting', 'failed');--> statement-breakpoint
CREATE INDEX "jobs_of_obligations" ON "jobs" USING btree ("obligation_id") WHERE obligation_id is not null;
