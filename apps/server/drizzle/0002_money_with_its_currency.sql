ALTER TABLE "firms" ADD CONSTRAINT "firms_id_currency_unique" UNIQUE("id","currency");--> statement-breakpoint
ALTER TABLE "invoices" ADD COLUMN "currency" text;--> statement-breakpoint
update invoices x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "invoices" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "invoices" ADD CONSTRAINT "invoices_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "payments" ADD COLUMN "currency" text;--> statement-breakpoint
alter table payments disable trigger only_added_to;--> statement-breakpoint
update payments x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
alter table payments enable trigger only_added_to;--> statement-breakpoint
ALTER TABLE "payments" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "payments" ADD CONSTRAINT "payments_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "settlements" ADD COLUMN "currency" text;--> statement-breakpoint
update settlements x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "settlements" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "settlements" ADD CONSTRAINT "settlements_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wip_postings" ADD COLUMN "currency" text;--> statement-breakpoint
alter table wip_postings disable trigger only_added_to;--> statement-breakpoint
update wip_postings x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
alter table wip_postings enable trigger only_added_to;--> statement-breakpoint
ALTER TABLE "wip_postings" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "wip_postings" ADD CONSTRAINT "wip_postings_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "currency" text;--> statement-breakpoint
update jobs x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "service_lines" ADD COLUMN "currency" text;--> statement-breakpoint
update service_lines x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "service_lines" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "service_lines" ADD CONSTRAINT "service_lines_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "currency" text;--> statement-breakpoint
update services x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "services" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD CONSTRAINT "services_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rates" ADD COLUMN "currency" text;--> statement-breakpoint
update rates x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "rates" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "rates" ADD CONSTRAINT "rates_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "role_rights" ADD COLUMN "currency" text;--> statement-breakpoint
update role_rights x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "role_rights" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "role_rights" ADD CONSTRAINT "role_rights_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "expenses" ADD COLUMN "currency" text;--> statement-breakpoint
update expenses x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "expenses" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "expenses" ADD CONSTRAINT "expenses_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "time_entries" ADD COLUMN "currency" text;--> statement-breakpoint
update time_entries x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "time_entries" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "time_entries" ADD CONSTRAINT "time_entries_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "collections" ADD COLUMN "currency" text;--> statement-breakpoint
update collections x set currency = f.currency from firms f where f.id = x.firm_id;--> statement-breakpoint
ALTER TABLE "collections" ALTER COLUMN "currency" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "collections" ADD CONSTRAINT "collections_firm_id_currency_firms_id_currency_fk" FOREIGN KEY ("firm_id","currency") REFERENCES "public"."firms"("id","currency") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Sums of money inside of JSON: minor units become an amount with its currency.
create function pg_temp.as_money(amount jsonb, currency text) returns jsonb language sql immutable as $$
  select case when jsonb_typeof(amount) = 'number' then jsonb_build_object('amount', amount, 'currency', currency) else amount end
$$;--> statement-breakpoint
update services s set fee_rule = fee_rule || jsonb_build_object(
  'base', pg_temp.as_money(fee_rule -> 'base', s.currency),
  'minimum', pg_temp.as_money(fee_rule -> 'minimum', s.currency),
  'drivers', (
    select coalesce(jsonb_agg(d.driver || jsonb_build_object('bands', (
      select coalesce(jsonb_agg(b.band || jsonb_build_object('each', pg_temp.as_money(b.band -> 'each', s.currency)) order by b.at), '[]')
      from jsonb_array_elements(d.driver -> 'bands') with ordinality b(band, at)
    )) order by d.at), '[]')
    from jsonb_array_elements(fee_rule -> 'drivers') with ordinality d(driver, at)
  )
) where fee_rule is not null and jsonb_typeof(fee_rule) = 'object';--> statement-breakpoint
-- Details of clients that hold money: wherever a value stands under the key of such a detail, and in actions that set one.
create function pg_temp.with_money(given jsonb, keys text[], currency text) returns jsonb language plpgsql immutable as $$
begin
  if jsonb_typeof(given) = 'array' then
    return (select coalesce(jsonb_agg(pg_temp.with_money(x.part, keys, currency) order by x.at), '[]') from jsonb_array_elements(given) with ordinality x(part, at));
  end if;
  if jsonb_typeof(given) <> 'object' then return given; end if;
  if given ->> 'does' = 'detail' and given ->> 'detailId' = any (keys) then
    return given || jsonb_build_object('value', pg_temp.as_money(given -> 'value', currency));
  end if;
  return (
    select coalesce(jsonb_object_agg(x.key, case when x.key = any (keys) then pg_temp.as_money(x.value, currency) else pg_temp.with_money(x.value, keys, currency) end), '{}')
    from jsonb_each(given) x
  );
end
$$;--> statement-breakpoint
create temp table money_details on commit drop as
  select f.id as firm_id, f.currency, array_agg(d.id::text) || array_agg('detail:' || d.id) as keys
  from firms f join detail_fields d on d.firm_id = f.id where d.kind = 'money' group by f.id, f.currency;--> statement-breakpoint
update clients x set details = pg_temp.with_money(x.details, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.details <> pg_temp.with_money(x.details, m.keys, m.currency);--> statement-breakpoint
update bulk_lots x set rows = pg_temp.with_money(x.rows, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.rows <> pg_temp.with_money(x.rows, m.keys, m.currency);--> statement-breakpoint
update import_lots x set rows = pg_temp.with_money(x.rows, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.rows <> pg_temp.with_money(x.rows, m.keys, m.currency);--> statement-breakpoint
update procedures x set definition = pg_temp.with_money(x.definition, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.definition <> pg_temp.with_money(x.definition, m.keys, m.currency);--> statement-breakpoint
update procedure_versions x set definition = pg_temp.with_money(x.definition, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.definition <> pg_temp.with_money(x.definition, m.keys, m.currency);--> statement-breakpoint
update jobs x set phases = pg_temp.with_money(x.phases, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.phases <> pg_temp.with_money(x.phases, m.keys, m.currency);--> statement-breakpoint
update job_actions x set action = pg_temp.with_money(x.action, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.action <> pg_temp.with_money(x.action, m.keys, m.currency);--> statement-breakpoint
update job_actions x set brought = x.brought || jsonb_build_object('before', pg_temp.as_money(x.brought -> 'before', m.currency), 'after', pg_temp.as_money(x.brought -> 'after', m.currency))
from money_details m where m.firm_id = x.firm_id and x.brought is not null and x.action ->> 'does' = 'detail' and x.action ->> 'detailId' = any (m.keys);--> statement-breakpoint
-- A payment that is still to be collected.
update outbox set payload = (payload - 'currency') || jsonb_build_object('amount', pg_temp.as_money(payload -> 'amount', payload ->> 'currency')) where kind = 'collect' and done_at is null;--> statement-breakpoint
-- Lists that were saved of jobs that cannot go on: the state is called "blocked" now.
update saved_lists set more = more || '{"state": "blocked"}' where more ->> 'state' = 'cannot go on';
