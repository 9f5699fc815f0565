CREATE TABLE "events" (
	"id" uuid PRIMARY KEY NOT NULL,
	"seq" bigserial NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"actor_kind" text NOT NULL,
	"actor_id" uuid,
	"actor_name" text NOT NULL,
	"kind" text NOT NULL,
	"what" text NOT NULL,
	"client_id" uuid,
	"job_id" uuid,
	"before" jsonb,
	"after" jsonb
);
--> statement-breakpoint
ALTER TABLE "events" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "outbox" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"key" text NOT NULL,
	"payload" jsonb NOT NULL,
	"not_before" timestamp with time zone NOT NULL,
	"claimed_until" timestamp with time zone,
	"done_at" timestamp with time zone,
	"attempts" integer DEFAULT 0 NOT NULL,
	"last_error" text,
	CONSTRAINT "outbox_firm_id_kind_key_unique" UNIQUE("firm_id","kind","key")
);
--> statement-breakpoint
ALTER TABLE "outbox" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "counters" (
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"last" integer NOT NULL,
	CONSTRAINT "counters_firm_id_name_pk" PRIMARY KEY("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "counters" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "firms" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"short_name" text NOT NULL,
	"address" text NOT NULL,
	"currency" text NOT NULL,
	"zone" text NOT NULL,
	"country" text NOT NULL,
	"vat_rate" integer NOT NULL,
	"payment_days" integer NOT NULL,
	"demo" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "firms" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "members" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"name" text NOT NULL,
	"short_name" text NOT NULL,
	"role" text NOT NULL,
	"does" text NOT NULL,
	"weekdays" jsonb NOT NULL,
	CONSTRAINT "members_firm_id_person_id_unique" UNIQUE("firm_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "members" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"password_hash" text,
	CONSTRAINT "people_email_unique" UNIQUE("email")
);
--> statement-breakpoint
ALTER TABLE "people" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "rates" (
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"from_day" text NOT NULL,
	"per_hour" integer NOT NULL,
	CONSTRAINT "rates_firm_id_member_id_from_day_pk" PRIMARY KEY("firm_id","member_id","from_day")
);
--> statement-breakpoint
ALTER TABLE "rates" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sessions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "idempotency_keys" (
	"firm_id" uuid NOT NULL,
	"key" text NOT NULL,
	"request_hash" text NOT NULL,
	"response" jsonb,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "idempotency_keys_firm_id_key_pk" PRIMARY KEY("firm_id","key")
);
--> statement-breakpoint
ALTER TABLE "idempotency_keys" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "line_plans" (
	"line_id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"next_on" date NOT NULL
);
--> statement-breakpoint
ALTER TABLE "line_plans" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "obligations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"line_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"rule_id" text NOT NULL,
	"name" text NOT NULL,
	"period_start" date NOT NULL,
	"period_end" date NOT NULL,
	"due_on" date NOT NULL,
	"target_on" date NOT NULL,
	"begins_on" date NOT NULL,
	"status" text NOT NULL,
	"begun" boolean DEFAULT false NOT NULL,
	"receipt" text,
	"filed_at" timestamp with time zone,
	"workings" jsonb NOT NULL,
	CONSTRAINT "obligations_line_id_rule_id_period_end_unique" UNIQUE("line_id","rule_id","period_end")
);
--> statement-breakpoint
ALTER TABLE "obligations" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "client_contacts" (
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"role" text,
	"position" integer NOT NULL,
	CONSTRAINT "client_contacts_client_id_contact_id_pk" PRIMARY KEY("client_id","contact_id")
);
--> statement-breakpoint
ALTER TABLE "client_contacts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "clients" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"number" integer NOT NULL,
	"name" text NOT NULL,
	"standing" text NOT NULL,
	"since" date NOT NULL,
	"legal_form" text NOT NULL,
	"trade" text,
	"year_end" text,
	"vat_registered" boolean NOT NULL,
	"vat_group" text,
	"vat_number" text,
	"employer" boolean NOT NULL,
	"annual_return_date" text,
	"way" text NOT NULL,
	"note" text,
	"partner_id" uuid,
	"manager_id" uuid,
	"preparer_id" uuid,
	CONSTRAINT "clients_firm_id_number_unique" UNIQUE("firm_id","number")
);
--> statement-breakpoint
ALTER TABLE "clients" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "contacts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"email" text,
	"phone" text
);
--> statement-breakpoint
ALTER TABLE "contacts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "documents" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid,
	"name" text NOT NULL,
	"sha256" text NOT NULL,
	"bytes" bigint NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "documents" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "invoices" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"number" text,
	"status" text NOT NULL,
	"wording" text NOT NULL,
	"net" bigint NOT NULL,
	"vat" bigint NOT NULL,
	"vat_rate" integer NOT NULL,
	"gross" bigint NOT NULL,
	"issued_on" date,
	"due_on" date,
	"document_id" uuid,
	"cancel_reason" text,
	"refusal" text,
	CONSTRAINT "invoices_firm_id_number_unique" UNIQUE("firm_id","number")
);
--> statement-breakpoint
ALTER TABLE "invoices" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "payments" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"invoice_id" uuid NOT NULL,
	"amount" bigint NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"reference" text NOT NULL,
	CONSTRAINT "payments_firm_id_reference_unique" UNIQUE("firm_id","reference")
);
--> statement-breakpoint
ALTER TABLE "payments" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "settlements" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"adjustment" bigint NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"reversed_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "settlements" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "wip_postings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"seq" bigserial NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"amount" bigint NOT NULL,
	"what" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"on_day" date NOT NULL,
	"by" text NOT NULL,
	"entry_id" uuid,
	"expense_id" uuid,
	"invoice_id" uuid,
	"settlement_id" uuid,
	"reverses_settlement_id" uuid,
	CONSTRAINT "wip_postings_entry_id_settlement_id_reverses_settlement_id_unique" UNIQUE("entry_id","settlement_id","reverses_settlement_id")
);
--> statement-breakpoint
ALTER TABLE "wip_postings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"number" integer NOT NULL,
	"name" text NOT NULL,
	"client_id" uuid NOT NULL,
	"line_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"obligation_id" uuid,
	"period_start" date NOT NULL,
	"period_end" date NOT NULL,
	"start_on" date NOT NULL,
	"target_on" date NOT NULL,
	"due_on" date NOT NULL,
	"status" text NOT NULL,
	"hold_reason" text,
	"phase" text,
	"phases" jsonb NOT NULL,
	"passed_over" jsonb NOT NULL,
	"fee" bigint NOT NULL,
	"partner_id" uuid,
	"manager_id" uuid,
	"preparer_id" uuid,
	"waiting_since" timestamp with time zone,
	"waiting_for" text,
	"everything_in_on" date,
	"finished_at" timestamp with time zone,
	CONSTRAINT "jobs_line_id_period_end_unique" UNIQUE("line_id","period_end"),
	CONSTRAINT "jobs_firm_id_number_unique" UNIQUE("firm_id","number")
);
--> statement-breakpoint
ALTER TABLE "jobs" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "tasks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"job_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"phase_key" text NOT NULL,
	"key" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"assignee_id" uuid,
	"estimate" integer NOT NULL,
	"start_on" date NOT NULL,
	"due_on" date NOT NULL,
	"waits_for" jsonb NOT NULL,
	"done_by_event" text,
	"done_at" timestamp with time zone,
	"done_by" text,
	CONSTRAINT "tasks_job_id_key_unique" UNIQUE("job_id","key")
);
--> statement-breakpoint
ALTER TABLE "tasks" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "portal_codes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"code_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "portal_codes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "portal_devices" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "portal_devices" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "portal_links" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"leads_to" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "portal_links" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "portal_sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "portal_sessions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "messages" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"contact_id" uuid NOT NULL,
	"to_name" text NOT NULL,
	"address" text NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	"status" text NOT NULL,
	"client_id" uuid,
	"job_id" uuid,
	"by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "messages" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "request_answers" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"item_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"text" text,
	"document_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "request_answers" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "request_items" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"request_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text,
	"state" text NOT NULL,
	"state_since" timestamp with time zone NOT NULL,
	"sent_back_reason" text
);
--> statement-breakpoint
ALTER TABLE "request_items" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "requests" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"phase_key" text NOT NULL,
	"title" text NOT NULL,
	"due_on" date NOT NULL,
	"sent_at" timestamp with time zone NOT NULL,
	"sent_by" text NOT NULL,
	"complete" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "requests" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "procedures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"definition" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "procedures" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "service_lines" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"name" text NOT NULL,
	"rhythm" text NOT NULL,
	"fee" bigint NOT NULL,
	"starts_on" date NOT NULL,
	"preparer_id" uuid
);
--> statement-breakpoint
ALTER TABLE "service_lines" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "services" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"short_name" text NOT NULL,
	"scope" text NOT NULL,
	"default_fee" bigint NOT NULL,
	"default_rhythm" text NOT NULL,
	"rule_id" text NOT NULL,
	"procedure_id" uuid NOT NULL,
	"lead_days" integer NOT NULL,
	"target_days" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "services" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "expenses" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"on_day" date NOT NULL,
	"amount" bigint NOT NULL,
	"what" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "expenses" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "time_entries" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"task_id" uuid,
	"on_day" date NOT NULL,
	"minutes" integer NOT NULL,
	"rate" integer NOT NULL,
	"value" bigint NOT NULL,
	"note" text,
	"recorded_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "time_entries" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "timers" (
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"task_id" uuid,
	"started_at" timestamp with time zone NOT NULL,
	CONSTRAINT "timers_member_id_pk" PRIMARY KEY("member_id")
);
--> statement-breakpoint
ALTER TABLE "timers" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "collections" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"key" text NOT NULL,
	"amount" bigint NOT NULL,
	"reference" text NOT NULL,
	"outcome" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "collections_key_unique" UNIQUE("key")
);
--> statement-breakpoint
ALTER TABLE "collections" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "filings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"key" text NOT NULL,
	"authority" text NOT NULL,
	"what" text NOT NULL,
	"receipt" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "filings_key_unique" UNIQUE("key")
);
--> statement-breakpoint
ALTER TABLE "filings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "post_room" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"key" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"channel" text NOT NULL,
	"to_name" text NOT NULL,
	"address" text NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	CONSTRAINT "post_room_key_unique" UNIQUE("key")
);
--> statement-breakpoint
ALTER TABLE "post_room" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "client_contacts" ADD CONSTRAINT "client_contacts_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_contacts" ADD CONSTRAINT "client_contacts_contact_id_contacts_id_fk" FOREIGN KEY ("contact_id") REFERENCES "public"."contacts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tasks" ADD CONSTRAINT "tasks_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_answers" ADD CONSTRAINT "request_answers_item_id_request_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."request_items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_items" ADD CONSTRAINT "request_items_request_id_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "service_lines" ADD CONSTRAINT "service_lines_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "services" ADD CONSTRAINT "services_procedure_id_procedures_id_fk" FOREIGN KEY ("procedure_id") REFERENCES "public"."procedures"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "events_firm_id_job_id_seq_index" ON "events" USING btree ("firm_id","job_id","seq");--> statement-breakpoint
CREATE INDEX "events_firm_id_client_id_seq_index" ON "events" USING btree ("firm_id","client_id","seq");--> statement-breakpoint
CREATE INDEX "outbox_firm_id_done_at_not_before_index" ON "outbox" USING btree ("firm_id","done_at","not_before");--> statement-breakpoint
CREATE INDEX "members_person_id_index" ON "members" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "sessions_member_id_index" ON "sessions" USING btree ("member_id");--> statement-breakpoint
CREATE INDEX "line_plans_firm_id_next_on_index" ON "line_plans" USING btree ("firm_id","next_on");--> statement-breakpoint
CREATE INDEX "obligations_firm_id_due_on_index" ON "obligations" USING btree ("firm_id","due_on");--> statement-breakpoint
CREATE INDEX "obligations_client_id_due_on_index" ON "obligations" USING btree ("client_id","due_on");--> statement-breakpoint
CREATE INDEX "obligations_firm_id_status_begins_on_index" ON "obligations" USING btree ("firm_id","status","begins_on");--> statement-breakpoint
CREATE INDEX "client_contacts_contact_id_index" ON "client_contacts" USING btree ("contact_id");--> statement-breakpoint
CREATE INDEX "clients_firm_id_name_index" ON "clients" USING btree ("firm_id","name");--> statement-breakpoint
CREATE INDEX "contacts_firm_id_email_index" ON "contacts" USING btree ("firm_id","email");--> statement-breakpoint
CREATE INDEX "documents_client_id_index" ON "documents" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "documents_job_id_index" ON "documents" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "documents_firm_id_at_index" ON "documents" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "invoices_job_id_index" ON "invoices" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "invoices_client_id_index" ON "invoices" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "invoices_firm_id_status_index" ON "invoices" USING btree ("firm_id","status");--> statement-breakpoint
CREATE INDEX "payments_invoice_id_index" ON "payments" USING btree ("invoice_id");--> statement-breakpoint
CREATE INDEX "settlements_job_id_index" ON "settlements" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "wip_postings_job_id_seq_index" ON "wip_postings" USING btree ("job_id","seq");--> statement-breakpoint
CREATE INDEX "wip_postings_client_id_index" ON "wip_postings" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "jobs_firm_id_status_due_on_index" ON "jobs" USING btree ("firm_id","status","due_on");--> statement-breakpoint
CREATE INDEX "jobs_client_id_index" ON "jobs" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "tasks_firm_id_assignee_id_done_at_index" ON "tasks" USING btree ("firm_id","assignee_id","done_at");--> statement-breakpoint
CREATE INDEX "portal_codes_contact_id_index" ON "portal_codes" USING btree ("contact_id");--> statement-breakpoint
CREATE INDEX "messages_firm_id_at_index" ON "messages" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "messages_client_id_index" ON "messages" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "request_answers_item_id_index" ON "request_answers" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "request_items_request_id_index" ON "request_items" USING btree ("request_id");--> statement-breakpoint
CREATE INDEX "requests_job_id_index" ON "requests" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "requests_client_id_index" ON "requests" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "service_lines_client_id_index" ON "service_lines" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "expenses_job_id_index" ON "expenses" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "time_entries_job_id_index" ON "time_entries" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "time_entries_firm_id_member_id_on_day_index" ON "time_entries" USING btree ("firm_id","member_id","on_day");--> statement-breakpoint
CREATE INDEX "post_room_firm_id_at_index" ON "post_room" USING btree ("firm_id","at");--> statement-breakpoint
CREATE POLICY "own_firm" ON "events" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "outbox" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "counters" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "itself" ON "firms" AS PERMISSIVE FOR ALL TO "app_user" USING (id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "from_within" ON "firms" AS PERMISSIVE FOR SELECT TO "app_user" USING ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "own_firm" ON "members" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "from_within" ON "members" AS PERMISSIVE FOR SELECT TO "app_user" USING ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "while_signing_in" ON "people" AS PERMISSIVE FOR ALL TO "app_user" USING ((select current_setting('app.within', true)) = 'yes') WITH CHECK ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "own_firm" ON "rates" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "sessions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "sessions" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "idempotency_keys" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "line_plans" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "obligations" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_contacts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "clients" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "contacts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "documents" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "invoices" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "payments" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "settlements" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "wip_postings" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "jobs" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "tasks" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_codes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_devices" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "portal_devices" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_links" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "portal_links" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_sessions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "portal_sessions" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "messages" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "request_answers" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "request_items" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "requests" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "procedures" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "service_lines" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "services" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "expenses" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "time_entries" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "timers" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "collections" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "filings" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "post_room" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));