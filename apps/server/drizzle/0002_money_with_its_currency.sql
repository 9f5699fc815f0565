ALTER TABLE "firms" ADD CONSTRAINT "firms_id_currency_unique" UNIQUE("id","currency");--> statement-breakpoint
-- The currency of each record with amounts: that of its firm, now and from now on. What is only ever added to is not changed by this.
do $$
declare
  t text;
begin
  foreach t in array array['invoices', 'payments', 'settlements', 'wip_postings', 'jobs', 'service_lines', 'services', 'rates', 'role_rights', 'expenses', 'time_entries', 'collections'] loop
    execute format('alter table %I add column currency text', t);
    if t in ('payments', 'wip_postings') then execute format('alter table %I disable trigger only_added_to', t); end if;
    execute format('update %I x set currency = f.currency from firms f where f.id = x.firm_id', t);
    if t in ('payments', 'wip_postings') then execute format('alter table %I enable trigger only_added_to', t); end if;
    execute format('alter table %I alter column currency set not null', t);
    execute format('alter table %I add constraint %I foreign key (firm_id, currency) references firms (id, currency)', t, t || '_firm_id_currency_firms_id_currency_fk');
  end loop;
end $$;
--> statement-breakpoint
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
do $$
declare
  c text[];
begin
  foreach c slice 1 in array array[['clients', 'details'], ['bulk_lots', 'rows'], ['import_lots', 'rows'], ['procedures', 'definition'], ['procedure_versions', 'definition'], ['jobs', 'phases'], ['job_actions', 'action']] loop
    execute format('update %1$I x set %2$I = pg_temp.with_money(x.%2$I, m.keys, m.currency) from money_details m where m.firm_id = x.firm_id and x.%2$I <> pg_temp.with_money(x.%2$I, m.keys, m.currency)', c[1], c[2]);
  end loop;
end $$;
--> statement-breakpoint
update job_actions x set brought = x.brought || jsonb_build_object('before', pg_temp.as_money(x.brought -> 'before', m.currency), 'after', pg_temp.as_money(x.brought -> 'after', m.currency))
from money_details m where m.firm_id = x.firm_id and x.brought is not null and x.action ->> 'does' = 'detail' and x.action ->> 'detailId' = any (m.keys);--> statement-breakpoint
-- A payment that is still to be collected.
update outbox set payload = (payload - 'currency') || jsonb_build_object('amount', pg_temp.as_money(payload -> 'amount', payload ->> 'currency')) where kind = 'collect' and done_at is null;--> statement-breakpoint
-- Lists that were saved of jobs that cannot go on: the state is called "blocked" now.
update saved_lists set more = more || '{"state": "blocked"}' where more ->> 'state' = 'cannot go on';
