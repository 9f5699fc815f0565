CREATE TABLE "conversation_people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"conversation_id" uuid NOT NULL,
	"member_id" uuid,
	"contact_id" uuid,
	"since" timestamp with time zone NOT NULL,
	"left_at" timestamp with time zone,
	"read_until" timestamp with time zone,
	"reply_key" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "conversation_people" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "conversation_words" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"conversation_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"side" text NOT NULL,
	"by" text NOT NULL,
	"by_member" uuid,
	"by_contact" uuid,
	"words" text NOT NULL,
	"is_mail" boolean DEFAULT false NOT NULL,
	"from_address" text,
	"document_id" uuid,
	"file_address" text,
	"file_name" text,
	"file_kind" text,
	"file_bytes" integer,
	"destroyed_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "conversation_words" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "conversations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"client_id" uuid NOT NULL,
	"job_id" uuid,
	"ask_id" uuid,
	"document_id" uuid,
	"about" text,
	"subject" text NOT NULL,
	"is_private" boolean DEFAULT false NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"opened_by" text NOT NULL,
	"holder_id" uuid NOT NULL,
	"waiting_since" timestamp with time zone,
	"closed_at" timestamp with time zone,
	"last_at" timestamp with time zone NOT NULL,
	"last_by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "conversations" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "questionnaire_templates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"definition" jsonb NOT NULL,
	"retired_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "questionnaire_templates" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "questionnaires" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"ask_id" uuid NOT NULL,
	"template_id" uuid NOT NULL,
	"template_version" integer NOT NULL,
	"definition" jsonb NOT NULL,
	"answers" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"sent_in_at" timestamp with time zone,
	"sent_in_by" text,
	"sent_in_by_contact" uuid,
	"sent_back" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"sent_back_at" timestamp with time zone,
	"looked_at" timestamp with time zone,
	"destroyed_at" timestamp with time zone,
	CONSTRAINT "questionnaires_ask_id_unique" UNIQUE("ask_id")
);
--> statement-breakpoint
ALTER TABLE "questionnaires" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "reply_to" text;--> statement-breakpoint
ALTER TABLE "post_room" ADD COLUMN "reply_to" text;--> statement-breakpoint
ALTER TABLE "conversation_people" ADD CONSTRAINT "conversation_people_conversation_id_conversations_id_fk" FOREIGN KEY ("conversation_id") REFERENCES "public"."conversations"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "conversation_words" ADD CONSTRAINT "conversation_words_conversation_id_conversations_id_fk" FOREIGN KEY ("conversation_id") REFERENCES "public"."conversations"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "questionnaires" ADD CONSTRAINT "questionnaires_ask_id_asks_id_fk" FOREIGN KEY ("ask_id") REFERENCES "public"."asks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "conversation_people_conversation_id_index" ON "conversation_people" USING btree ("conversation_id");--> statement-breakpoint
CREATE INDEX "conversation_people_contact_id_index" ON "conversation_people" USING btree ("contact_id");--> statement-breakpoint
CREATE INDEX "conversation_people_member_id_index" ON "conversation_people" USING btree ("member_id");--> statement-breakpoint
CREATE UNIQUE INDEX "conversation_people_reply_key_index" ON "conversation_people" USING btree ("reply_key");--> statement-breakpoint
CREATE INDEX "conversation_words_conversation_id_at_index" ON "conversation_words" USING btree ("conversation_id","at");--> statement-breakpoint
CREATE INDEX "conversation_files" ON "conversation_words" USING btree ("file_address");--> statement-breakpoint
CREATE INDEX "conversations_client_id_index" ON "conversations" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "conversations_of_jobs" ON "conversations" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "conversations_by_last" ON "conversations" USING btree ("firm_id","last_at");--> statement-breakpoint
CREATE INDEX "conversations_waiting" ON "conversations" USING btree ("firm_id") WHERE waiting_since is not null;--> statement-breakpoint
CREATE INDEX "questionnaires_template_id_index" ON "questionnaires" USING btree ("template_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "conversation_people" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "conversation_words" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "conversation_words" AS RESTRICTIVE FOR SELECT TO "app_user" USING (exists (select from conversations x where x.id = conversation_id));--> statement-breakpoint
CREATE POLICY "own_firm" ON "conversations" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "conversations" AS RESTRICTIVE FOR SELECT TO "app_user" USING (client_id is null or (((select current_setting('app.sees', true)) is distinct from 'some' or client_id in (select c.id from clients c)) and client_id is distinct from (select nullif(current_setting('app.hidden_client', true), '')::uuid)));--> statement-breakpoint
CREATE POLICY "named" ON "conversations" AS RESTRICTIVE FOR SELECT TO "app_user" USING (not is_private or (select nullif(current_setting('app.reader', true), '')::uuid) is null or exists (select from conversation_people p where p.conversation_id = conversations.id and p.left_at is null and (p.member_id = (select nullif(current_setting('app.reader', true), '')::uuid) or p.contact_id = (select nullif(current_setting('app.reader', true), '')::uuid))));--> statement-breakpoint
CREATE POLICY "own_firm" ON "questionnaire_templates" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "own_firm" ON "questionnaires" AS PERMISSIVE FOR ALL TO "app_user" USING (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)) WITH CHECK (firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "granted" ON "questionnaires" AS RESTRICTIVE FOR SELECT TO "app_user" USING (((select current_setting('app.sees', true)) is distinct from 'some' and (select nullif(current_setting('app.hidden_client', true), '')::uuid) is null) or exists (select from asks x where x.id = ask_id));