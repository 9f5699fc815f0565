-- The plain role under which every request runs. Row level security applies to it; the owner is used at start-up only.
do $$ begin
  if not exists (select from pg_roles where rolname = 'app_user') then create role app_user nologin; end if;
exception
  -- Roles belong to the whole server: another database of it may have made the role at this very moment.
  when duplicate_object or unique_violation then null;
end $$;
--> statement-breakpoint
grant usage on schema public to app_user;
--> statement-breakpoint
alter default privileges in schema public grant select, insert, update, delete on tables to app_user;
--> statement-breakpoint
alter default privileges in schema public grant usage, select on sequences to app_user;
--> statement-breakpoint
-- Names sort by the root collation of Unicode; servers before version 16 do not bring it along.
do $$ begin
  if not exists (select from pg_collation where collname = 'unicode') then create collation "unicode" (provider = icu, locale = 'und'); end if;
end $$;
--> statement-breakpoint
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
	"after" jsonb,
	"about_fees" boolean DEFAULT false NOT NULL
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
CREATE TABLE "stored_files" (
	"firm_id" uuid NOT NULL,
	"address" text NOT NULL,
	"sealed_hash" text NOT NULL,
	"bytes" bigint NOT NULL,
	"kept_at" timestamp with time zone NOT NULL,
	"checked_at" timestamp with time zone,
	"wrong" text,
	CONSTRAINT "stored_files_firm_id_address_pk" PRIMARY KEY("firm_id","address")
);
--> statement-breakpoint
ALTER TABLE "stored_files" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "client_grants" (
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"how" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"group_id" uuid,
	CONSTRAINT "client_grants_member_id_client_id_pk" PRIMARY KEY("member_id","client_id")
);
--> statement-breakpoint
ALTER TABLE "client_grants" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "counters" (
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"last" integer NOT NULL,
	CONSTRAINT "counters_firm_id_name_pk" PRIMARY KEY("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "counters" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "door_tries" (
	"key" text PRIMARY KEY NOT NULL,
	"tries" integer NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"locks" integer DEFAULT 0 NOT NULL,
	"shut_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "door_tries" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
	"demo" boolean DEFAULT false NOT NULL,
	"file_key" text NOT NULL,
	"own_client_id" uuid,
	"closing_days" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"mail_address" text,
	"idle_minutes" integer DEFAULT 720 NOT NULL,
	"session_hours" integer DEFAULT 336 NOT NULL,
	"admin_idle_minutes" integer DEFAULT 120 NOT NULL,
	"admin_session_hours" integer DEFAULT 24 NOT NULL,
	"second_step_required" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "firms" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "group_grants" (
	"firm_id" uuid NOT NULL,
	"group_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"how" text NOT NULL,
	CONSTRAINT "group_grants_group_id_client_id_pk" PRIMARY KEY("group_id","client_id")
);
--> statement-breakpoint
ALTER TABLE "group_grants" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "group_members" (
	"firm_id" uuid NOT NULL,
	"group_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "group_members_group_id_member_id_pk" PRIMARY KEY("group_id","member_id")
);
--> statement-breakpoint
ALTER TABLE "group_members" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "groups" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "groups_firm_id_name_unique" UNIQUE("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "groups" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "leave" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"from_day" date NOT NULL,
	"until_day" date NOT NULL,
	"what" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "leave" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "members" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"name" text NOT NULL,
	"short_name" text NOT NULL,
	"role" text NOT NULL,
	"does" text NOT NULL,
	"weekdays" jsonb NOT NULL,
	"standing" text DEFAULT 'active' NOT NULL,
	"all_clients" boolean DEFAULT false NOT NULL,
	"ends_on" date,
	"warned_of" date,
	CONSTRAINT "members_firm_id_person_id_unique" UNIQUE("firm_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "members" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"password_hash" text,
	"second_step" text,
	"second_step_since" timestamp with time zone,
	"last_step" bigint,
	CONSTRAINT "people_email_unique" UNIQUE("email")
);
--> statement-breakpoint
ALTER TABLE "people" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "person_tokens" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"member_id" uuid,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "person_tokens" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "rates" (
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"from_day" text NOT NULL,
	"per_hour" integer NOT NULL,
	"cost_per_hour" integer,
	CONSTRAINT "rates_firm_id_member_id_from_day_pk" PRIMARY KEY("firm_id","member_id","from_day")
);
--> statement-breakpoint
ALTER TABLE "rates" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "role_rights" (
	"firm_id" uuid NOT NULL,
	"role" text NOT NULL,
	"rights" jsonb NOT NULL,
	"approve_up_to" bigint,
	CONSTRAINT "role_rights_firm_id_role_pk" PRIMARY KEY("firm_id","role")
);
--> statement-breakpoint
ALTER TABLE "role_rights" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	"device" text DEFAULT 'a browser' NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	"confirmed_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "sessions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "saved_lists" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid,
	"by_id" uuid,
	"of" text DEFAULT 'clients' NOT NULL,
	"name" text NOT NULL,
	"filters" jsonb NOT NULL,
	"columns" jsonb NOT NULL,
	"sort" text,
	"more" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "saved_lists" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
CREATE TABLE "feeds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"scope" text NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"last_read_at" timestamp with time zone,
	CONSTRAINT "feeds_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "feeds" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
	"leads" boolean DEFAULT true NOT NULL,
	"begun" boolean DEFAULT false NOT NULL,
	"extended_from" date,
	"extension_reference" text,
	"not_required_reason" text,
	"receipt" text,
	"filed_at" timestamp with time zone,
	"filed_by" text,
	"workings" jsonb NOT NULL,
	CONSTRAINT "obligations_line_id_rule_id_period_end_unique" UNIQUE("line_id","rule_id","period_end")
);
--> statement-breakpoint
ALTER TABLE "obligations" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "season_starts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by_id" uuid NOT NULL,
	"what" text NOT NULL,
	"job_ids" jsonb NOT NULL,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "season_starts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "ask_parties" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"ask_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"contact_id" uuid,
	"name" text NOT NULL,
	"state" text NOT NULL,
	"turn_since" timestamp with time zone,
	"done_at" timestamp with time zone,
	"reason" text
);
--> statement-breakpoint
ALTER TABLE "ask_parties" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "asks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid,
	"phase_key" text,
	"kind" text NOT NULL,
	"plan_key" text,
	"title" text NOT NULL,
	"words" text,
	"wanted_by" date NOT NULL,
	"state" text NOT NULL,
	"state_since" timestamp with time zone NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"asked_by" text NOT NULL,
	"asked_by_id" uuid,
	"ended_at" timestamp with time zone,
	"reason" text,
	"released" boolean DEFAULT false NOT NULL,
	"owed" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"for_us" jsonb DEFAULT '[]'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "asks" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "bulk_changes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_id" uuid,
	"what" text NOT NULL,
	"going" text,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "bulk_changes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "bulk_lots" (
	"firm_id" uuid NOT NULL,
	"bulk_id" uuid NOT NULL,
	"lot" integer NOT NULL,
	"rows" jsonb NOT NULL,
	"back" integer,
	"left" jsonb,
	CONSTRAINT "bulk_lots_bulk_id_lot_pk" PRIMARY KEY("bulk_id","lot")
);
--> statement-breakpoint
ALTER TABLE "bulk_lots" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "client_contacts" (
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"role" text,
	"gets_requests" boolean DEFAULT true NOT NULL,
	"signs" boolean DEFAULT true NOT NULL,
	"pays" boolean DEFAULT true NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "client_contacts_client_id_contact_id_pk" PRIMARY KEY("client_id","contact_id")
);
--> statement-breakpoint
ALTER TABLE "client_contacts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "client_notes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"text" text NOT NULL,
	"pinned" boolean DEFAULT false NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by_id" uuid,
	"by_name" text NOT NULL,
	"for_id" uuid,
	"done_at" timestamp with time zone,
	"done_by" text
);
--> statement-breakpoint
ALTER TABLE "client_notes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "clients" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"number" integer NOT NULL,
	"name" text NOT NULL,
	"sort_name" text GENERATED ALWAYS AS (case when legal_form = 'person' then regexp_replace(name, '^.*\s', '') || ' ' || name else name end) STORED,
	"standing" text NOT NULL,
	"since" date NOT NULL,
	"legal_form" text NOT NULL,
	"trade" text,
	"year_end" text,
	"vat_registered" boolean NOT NULL,
	"vat_group" text,
	"vat_number" text,
	"vat_from" date,
	"vat_until" date,
	"employer" boolean NOT NULL,
	"employer_from" date,
	"employer_until" date,
	"annual_return_date" text,
	"way" text NOT NULL,
	"labels" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"tax_number" text,
	"company_number" text,
	"ended_on" date,
	"end_reason" text,
	"paper_place" text,
	"address" jsonb,
	"iban" text,
	"bic" text,
	"payment_method" text,
	"details" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"related_id" uuid,
	"merged_into" uuid,
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
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"email" text,
	"new_email_since" timestamp with time zone,
	"phone" text,
	"mobile" text,
	"address" jsonb,
	"marketing" jsonb
);
--> statement-breakpoint
ALTER TABLE "contacts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "detail_fields" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"choices" jsonb NOT NULL,
	"forms" jsonb NOT NULL,
	CONSTRAINT "detail_fields_firm_id_name_unique" UNIQUE("firm_id","name")
);
--> statement-breakpoint
ALTER TABLE "detail_fields" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "related_clients" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "related_clients" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "documents" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid,
	"name" text NOT NULL,
	"address" text NOT NULL,
	"bytes" bigint NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"from_outside" boolean DEFAULT false NOT NULL,
	"about_fees" boolean DEFAULT false NOT NULL
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
CREATE TABLE "import_lots" (
	"firm_id" uuid NOT NULL,
	"import_id" uuid NOT NULL,
	"lot" integer NOT NULL,
	"size" integer NOT NULL,
	"rows" jsonb NOT NULL,
	CONSTRAINT "import_lots_import_id_lot_pk" PRIMARY KEY("import_id","lot")
);
--> statement-breakpoint
ALTER TABLE "import_lots" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "import_parts" (
	"firm_id" uuid NOT NULL,
	"import_id" uuid NOT NULL,
	"part" integer NOT NULL,
	"rows" jsonb NOT NULL,
	CONSTRAINT "import_parts_import_id_part_pk" PRIMARY KEY("import_id","part")
);
--> statement-breakpoint
ALTER TABLE "import_parts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "import_sources" (
	"firm_id" uuid NOT NULL,
	"source" text NOT NULL,
	"mapping" jsonb NOT NULL,
	CONSTRAINT "import_sources_firm_id_source_pk" PRIMARY KEY("firm_id","source")
);
--> statement-breakpoint
ALTER TABLE "import_sources" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "imports" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"file" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_id" uuid NOT NULL,
	"headings" jsonb NOT NULL,
	"samples" jsonb NOT NULL,
	"rows" integer,
	"mapping" jsonb NOT NULL,
	"outcome" text,
	"coming" jsonb,
	"bulk_id" uuid
);
--> statement-breakpoint
ALTER TABLE "imports" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "job_actions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"phase_key" text NOT NULL,
	"action" jsonb NOT NULL,
	"what" text NOT NULL,
	"moment" text NOT NULL,
	"state" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"error" text,
	"brought" jsonb
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
	"by_id" uuid,
	"what" text NOT NULL,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "job_batches" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"number" integer NOT NULL,
	"name" text NOT NULL,
	"client_id" uuid NOT NULL,
	"line_id" uuid,
	"service_id" uuid,
	"procedure_id" uuid,
	"procedure_version" integer,
	"obligation_id" uuid,
	"period_start" date NOT NULL,
	"period_end" date NOT NULL,
	"start_on" date NOT NULL,
	"target_on" date NOT NULL,
	"due_on" date NOT NULL,
	"status" text NOT NULL,
	"hold_reason" text,
	"hold_until" date,
	"stuck_reason" text,
	"stuck_since" timestamp with time zone,
	"stuck_for_id" uuid,
	"own_status" text,
	"priority" text DEFAULT 'usual' NOT NULL,
	"category" text DEFAULT 'agreed fee' NOT NULL,
	"income" text,
	"asks_to_move" boolean DEFAULT false NOT NULL,
	"phase_since" timestamp with time zone,
	"phase" text,
	"phases" jsonb NOT NULL,
	"passed_over" jsonb NOT NULL,
	"fee" bigint NOT NULL,
	"partner_id" uuid,
	"manager_id" uuid,
	"preparer_id" uuid,
	"contact_id" uuid,
	"waiting_since" timestamp with time zone,
	"waiting_for" text,
	"everything_in_on" date,
	"finished_at" timestamp with time zone,
	"closed_reason" text,
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
	"client_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"phase_key" text NOT NULL,
	"key" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"assignee_id" uuid,
	"estimate" integer NOT NULL,
	"recorded" integer DEFAULT 0 NOT NULL,
	"start_on" date NOT NULL,
	"due_on" date NOT NULL,
	"waits_for" jsonb NOT NULL,
	"done_by_event" text,
	"done_at" timestamp with time zone,
	"done_by" text,
	"done_by_id" uuid,
	"passed_over" boolean DEFAULT false NOT NULL,
	"checks" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"advice" text,
	"links" jsonb DEFAULT '[]'::jsonb NOT NULL,
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
	"expires_at" timestamp with time zone NOT NULL,
	"looked_at_by" uuid,
	"looked_in" text
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
	"by" text NOT NULL,
	"about_fees" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "messages" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
CREATE TABLE "procedures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"definition" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "procedures" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "request_answers" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"item_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"text" text,
	"document_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"answered_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "request_answers" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "request_items" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"ask_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text,
	"state" text NOT NULL,
	"state_since" timestamp with time zone NOT NULL,
	"sent_back_reason" text
);
--> statement-breakpoint
ALTER TABLE "request_items" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "firm_rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"rule_id" text NOT NULL,
	"definition" jsonb NOT NULL,
	"copied_from" text,
	"copied_as" jsonb,
	"retired" boolean DEFAULT false NOT NULL,
	CONSTRAINT "firm_rules_firm_id_rule_id_unique" UNIQUE("firm_id","rule_id")
);
--> statement-breakpoint
ALTER TABLE "firm_rules" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "client_permissions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"asked_on" date,
	"given_on" date,
	"reference" text,
	CONSTRAINT "client_permissions_client_id_service_id_kind_unique" UNIQUE("client_id","service_id","kind")
);
--> statement-breakpoint
ALTER TABLE "client_permissions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "service_lines" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"name" text NOT NULL,
	"rhythm" text NOT NULL,
	"anchor" text DEFAULT 'calendar' NOT NULL,
	"anchor_on" date,
	"fee" bigint NOT NULL,
	"billing" text,
	"starts_on" date NOT NULL,
	"ends_on" date,
	"end_reason" text,
	"cut_short" boolean DEFAULT true NOT NULL,
	"pauses" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"rule_ids" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"preparer_id" uuid,
	"procedure_id" uuid
);
--> statement-breakpoint
ALTER TABLE "service_lines" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "service_procedures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"service_id" uuid NOT NULL,
	"rhythm" text NOT NULL,
	"procedure_id" uuid NOT NULL,
	CONSTRAINT "service_procedures_service_id_rhythm_unique" UNIQUE("service_id","rhythm")
);
--> statement-breakpoint
ALTER TABLE "service_procedures" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "services" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"short_name" text NOT NULL,
	"scope" text NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"printed" boolean DEFAULT true NOT NULL,
	"charged" boolean DEFAULT true NOT NULL,
	"default_fee" bigint NOT NULL,
	"fee_rule" jsonb,
	"default_rhythm" text NOT NULL,
	"billing" text,
	"rule_ids" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"anchor" text DEFAULT 'calendar' NOT NULL,
	"own_due" jsonb DEFAULT '{"count":10,"unit":"working days"}'::jsonb NOT NULL,
	"needs_agent" boolean DEFAULT false NOT NULL,
	"needs_digital" boolean DEFAULT false NOT NULL,
	"responsible_id" uuid,
	"income" text,
	"item_code" text,
	"advice" text,
	"procedure_id" uuid NOT NULL,
	"lead_days" integer NOT NULL,
	"target_days" integer NOT NULL,
	"takes_extensions" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "services" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "signature_documents" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"ask_id" uuid NOT NULL,
	"document_id" uuid NOT NULL,
	CONSTRAINT "signature_documents_ask_id_unique" UNIQUE("ask_id")
);
--> statement-breakpoint
ALTER TABLE "signature_documents" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "signings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"party_id" uuid NOT NULL,
	"signed_at" timestamp with time zone NOT NULL,
	"signed_as" text,
	"signed_from" text,
	"on_paper_by" text,
	"scan_id" uuid,
	"sha256" text NOT NULL,
	CONSTRAINT "signings_party_id_unique" UNIQUE("party_id")
);
--> statement-breakpoint
ALTER TABLE "signings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
	"for_staff" boolean DEFAULT false NOT NULL,
	CONSTRAINT "post_room_key_unique" UNIQUE("key")
);
--> statement-breakpoint
ALTER TABLE "post_room" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "group_grants" ADD CONSTRAINT "group_grants_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_members" ADD CONSTRAINT "group_members_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person_tokens" ADD CONSTRAINT "person_tokens_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ask_parties" ADD CONSTRAINT "ask_parties_ask_id_asks_id_fk" FOREIGN KEY ("ask_id") REFERENCES "public"."asks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_contacts" ADD CONSTRAINT "client_contacts_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_contacts" ADD CONSTRAINT "client_contacts_contact_id_contacts_id_fk" FOREIGN KEY ("contact_id") REFERENCES "public"."contacts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_notes" ADD CONSTRAINT "client_notes_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clients" ADD CONSTRAINT "clients_related_id_related_clients_id_fk" FOREIGN KEY ("related_id") REFERENCES "public"."related_clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_actions" ADD CONSTRAINT "job_actions_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_batch_rows" ADD CONSTRAINT "job_batch_rows_batch_id_job_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."job_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tasks" ADD CONSTRAINT "tasks_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_answers" ADD CONSTRAINT "request_answers_item_id_request_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."request_items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_items" ADD CONSTRAINT "request_items_ask_id_asks_id_fk" FOREIGN KEY ("ask_id") REFERENCES "public"."asks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_permissions" ADD CONSTRAINT "client_permissions_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "service_lines" ADD CONSTRAINT "service_lines_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "service_procedures" ADD CONSTRAINT "service_procedures_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signature_documents" ADD CONSTRAINT "signature_documents_ask_id_asks_id_fk" FOREIGN KEY ("ask_id") REFERENCES "public"."asks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signings" ADD CONSTRAINT "signings_party_id_ask_parties_id_fk" FOREIGN KEY ("party_id") REFERENCES "public"."ask_parties"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "events_firm_id_job_id_seq_index" ON "events" USING btree ("firm_id","job_id","seq");--> statement-breakpoint
CREATE INDEX "events_firm_id_client_id_seq_index" ON "events" USING btree ("firm_id","client_id","seq");--> statement-breakpoint
CREATE INDEX "outbox_firm_id_done_at_not_before_index" ON "outbox" USING btree ("firm_id","done_at","not_before");--> statement-breakpoint
CREATE INDEX "client_grants_client_id_index" ON "client_grants" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "group_members_member_id_index" ON "group_members" USING btree ("member_id");--> statement-breakpoint
CREATE INDEX "leave_member_id_index" ON "leave" USING btree ("member_id");--> statement-breakpoint
CREATE INDEX "members_person_id_index" ON "members" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "person_tokens_person_id_index" ON "person_tokens" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "sessions_member_id_index" ON "sessions" USING btree ("member_id");--> statement-breakpoint
CREATE INDEX "saved_lists_firm_id_member_id_index" ON "saved_lists" USING btree ("firm_id","member_id");--> statement-breakpoint
CREATE INDEX "feeds_firm_id_member_id_index" ON "feeds" USING btree ("firm_id","member_id");--> statement-breakpoint
CREATE INDEX "line_plans_firm_id_next_on_index" ON "line_plans" USING btree ("firm_id","next_on");--> statement-breakpoint
CREATE INDEX "obligations_firm_id_due_on_index" ON "obligations" USING btree ("firm_id","due_on");--> statement-breakpoint
CREATE INDEX "obligations_client_id_due_on_index" ON "obligations" USING btree ("client_id","due_on");--> statement-breakpoint
CREATE INDEX "obligations_firm_id_status_begins_on_index" ON "obligations" USING btree ("firm_id","status","begins_on");--> statement-breakpoint
CREATE INDEX "season_starts_firm_id_at_index" ON "season_starts" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "ask_parties_ask_id_index" ON "ask_parties" USING btree ("ask_id");--> statement-breakpoint
CREATE INDEX "ask_parties_contact_id_index" ON "ask_parties" USING btree ("contact_id");--> statement-breakpoint
CREATE INDEX "asks_job_id_index" ON "asks" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "asks_client_id_index" ON "asks" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "asks_for_us" ON "asks" USING btree ("firm_id") WHERE for_us <> '[]';--> statement-breakpoint
CREATE INDEX "bulk_changes_firm_id_at_index" ON "bulk_changes" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "client_contacts_contact_id_index" ON "client_contacts" USING btree ("contact_id");--> statement-breakpoint
CREATE INDEX "client_notes_client_id_index" ON "client_notes" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "client_notes_firm_id_for_id_index" ON "client_notes" USING btree ("firm_id","for_id");--> statement-breakpoint
CREATE INDEX "clients_firm_id_name_index" ON "clients" USING btree ("firm_id","name");--> statement-breakpoint
CREATE INDEX "clients_in_order" ON "clients" USING btree ("firm_id",sort_name collate "unicode","id");--> statement-breakpoint
CREATE INDEX "clients_related_id_index" ON "clients" USING btree ("related_id");--> statement-breakpoint
CREATE INDEX "clients_merged_into_index" ON "clients" USING btree ("merged_into") WHERE merged_into is not null;--> statement-breakpoint
CREATE INDEX "contacts_firm_id_email_index" ON "contacts" USING btree ("firm_id","email");--> statement-breakpoint
CREATE INDEX "documents_client_id_index" ON "documents" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "documents_job_id_index" ON "documents" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "documents_firm_id_at_index" ON "documents" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "documents_firm_id_client_id_bytes_index" ON "documents" USING btree ("firm_id","client_id","bytes") WHERE from_outside;--> statement-breakpoint
CREATE INDEX "invoices_job_id_index" ON "invoices" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "invoices_client_id_index" ON "invoices" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "invoices_firm_id_status_index" ON "invoices" USING btree ("firm_id","status");--> statement-breakpoint
CREATE INDEX "payments_invoice_id_index" ON "payments" USING btree ("invoice_id");--> statement-breakpoint
CREATE INDEX "settlements_job_id_index" ON "settlements" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "wip_postings_job_id_seq_index" ON "wip_postings" USING btree ("job_id","seq");--> statement-breakpoint
CREATE INDEX "wip_postings_client_id_index" ON "wip_postings" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "imports_firm_id_at_index" ON "imports" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "job_actions_job_id_index" ON "job_actions" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "job_actions_failed" ON "job_actions" USING btree ("firm_id") WHERE state = 'failed';--> statement-breakpoint
CREATE INDEX "job_batch_rows_batch_id_index" ON "job_batch_rows" USING btree ("batch_id");--> statement-breakpoint
CREATE INDEX "jobs_firm_id_status_due_on_index" ON "jobs" USING btree ("firm_id","status","due_on");--> statement-breakpoint
CREATE INDEX "jobs_firm_id_status_finished_at_index" ON "jobs" USING btree ("firm_id","status","finished_at");--> statement-breakpoint
CREATE INDEX "jobs_client_id_index" ON "jobs" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "jobs_of_obligations" ON "jobs" USING btree ("obligation_id") WHERE obligation_id is not null;--> statement-breakpoint
CREATE INDEX "jobs_in_flight" ON "jobs" USING btree ("procedure_id") WHERE status in ('open', 'on hold');--> statement-breakpoint
CREATE INDEX "tasks_firm_id_assignee_id_done_at_index" ON "tasks" USING btree ("firm_id","assignee_id","done_at");--> statement-breakpoint
CREATE INDEX "tasks_client_id_index" ON "tasks" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "portal_codes_contact_id_index" ON "portal_codes" USING btree ("contact_id");--> statement-breakpoint
CREATE INDEX "messages_firm_id_at_index" ON "messages" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "messages_client_id_index" ON "messages" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "messages_going_out" ON "messages" USING btree ("firm_id") WHERE status in ('waiting', 'failed');--> statement-breakpoint
CREATE INDEX "request_answers_item_id_index" ON "request_answers" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "open_questions" ON "request_answers" USING btree ("item_id") WHERE kind = 'question' and answered_at is null;--> statement-breakpoint
CREATE INDEX "request_items_ask_id_index" ON "request_items" USING btree ("ask_id");--> statement-breakpoint
CREATE INDEX "service_lines_client_id_index" ON "service_lines" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "lines_with_own_procedure" ON "service_lines" USING btree ("procedure_id") WHERE procedure_id is not null;--> statement-breakpoint
CREATE INDEX "expenses_job_id_index" ON "expenses" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "time_entries_job_id_index" ON "time_entries" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "time_entries_task_id_index" ON "time_entries" USING btree ("task_id");--> statement-breakpoint
CREATE INDEX "time_entries_firm_id_member_id_on_day_index" ON "time_entries" USING btree ("firm_id","member_id","on_day");--> statement-breakpoint
CREATE INDEX "post_room_firm_id_at_index" ON "post_room" USING btree ("firm_id","at");--> statement-breakpoint
CREATE POLICY "own_firm" ON "events" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "events" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "outbox" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "stored_files" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_grants" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "counters" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "while_signing_in" ON "door_tries" AS PERMISSIVE FOR ALL TO "app_user" USING ((select current_setting('app.within', true)) = 'yes') WITH CHECK ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "itself" ON "firms" AS PERMISSIVE FOR ALL TO "app_user" USING (id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "from_within" ON "firms" AS PERMISSIVE FOR SELECT TO "app_user" USING ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "own_firm" ON "group_grants" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "group_members" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "groups" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "leave" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "members" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "from_within" ON "members" AS PERMISSIVE FOR SELECT TO "app_user" USING ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "while_signing_in" ON "people" AS PERMISSIVE FOR ALL TO "app_user" USING ((select current_setting('app.within', true)) = 'yes') WITH CHECK ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "while_signing_in" ON "person_tokens" AS PERMISSIVE FOR ALL TO "app_user" USING ((select current_setting('app.within', true)) = 'yes') WITH CHECK ((select current_setting('app.within', true)) = 'yes');--> statement-breakpoint
CREATE POLICY "own_firm" ON "rates" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "role_rights" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "sessions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "sessions" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "saved_lists" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "idempotency_keys" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "feeds" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "feeds" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "line_plans" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "line_plans" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from service_lines x where x.id = line_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "obligations" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "obligations" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "season_starts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "ask_parties" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "ask_parties" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from asks x where x.id = ask_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "asks" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "asks" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "bulk_changes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "bulk_lots" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_contacts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "client_contacts" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_notes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "client_notes" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "clients" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "clients" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' or id in (select g.client_id from client_grants g where g.member_id = (select nullif(current_setting('app.member_id', true), '')::uuid))) and id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "contacts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "contacts" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or id in (select x.contact_id from client_contacts x));--> statement-breakpoint
CREATE POLICY "own_firm" ON "detail_fields" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "related_clients" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "related_clients" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or id in (select x.related_id from clients x));--> statement-breakpoint
CREATE POLICY "own_firm" ON "documents" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "documents" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "without_fees" ON "documents" AS RESTRICTIVE FOR SELECT TO "app_user" USING (not about_fees or (select current_setting('app.fees', true)) is distinct from 'hidden');--> statement-breakpoint
CREATE POLICY "own_firm" ON "invoices" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "invoices" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "payments" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "payments" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from invoices x where x.id = invoice_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "settlements" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "settlements" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "wip_postings" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "wip_postings" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_lots" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_parts" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_sources" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "imports" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "job_actions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "job_actions" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "job_batch_rows" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "job_batch_rows" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "job_batches" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "jobs" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "jobs" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "tasks" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "tasks" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_codes" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_devices" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "portal_devices" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_links" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "portal_links" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "portal_sessions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "by_secret" ON "portal_sessions" AS PERMISSIVE FOR SELECT TO "app_user" USING (token_hash = (select nullif(current_setting('app.secret', true), '')));--> statement-breakpoint
CREATE POLICY "own_firm" ON "messages" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "messages" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "message_templates" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "procedure_versions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "procedures" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "request_answers" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "request_answers" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from request_items x where x.id = item_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "request_items" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "request_items" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from asks x where x.id = ask_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "firm_rules" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "client_permissions" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "client_permissions" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "service_lines" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "service_lines" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "service_procedures" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "services" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "signature_documents" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "signature_documents" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from asks x where x.id = ask_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "signings" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "signings" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from ask_parties x where x.id = party_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "expenses" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "expenses" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "time_entries" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "time_entries" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "own_firm" ON "timers" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "timers" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from jobs x where x.id = job_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "collections" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "filings" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "post_room" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));
--> statement-breakpoint
-- Names sort by the root collation of Unicode.
CREATE INDEX "clients_name_sorted" ON "clients" ("firm_id","name" collate "unicode","id");
--> statement-breakpoint
-- What has happened, what was posted, paid and signed is only ever added to: neither the application nor whoever migrates changes it.
create function only_added_to() returns trigger language plpgsql as $$
begin
  raise exception 'Rows of % are only ever added.', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
create trigger only_added_to before update or delete on events for each row execute function only_added_to();
--> statement-breakpoint
create trigger only_added_to before update or delete on wip_postings for each row execute function only_added_to();
--> statement-breakpoint
create trigger only_added_to before update or delete on payments for each row execute function only_added_to();
--> statement-breakpoint
create trigger only_added_to before update or delete on signings for each row execute function only_added_to();
--> statement-breakpoint
revoke update, delete, truncate on events, wip_postings, payments, signings from app_user;
