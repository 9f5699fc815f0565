-- What is looked for is found by any part of it, whatever its accents and capitals.
create extension if not exists pg_trgm;
--> statement-breakpoint
-- Small letters without accents, a space before each word: as plainLetters in packages/core writes them.
create function plain_letters(text text) returns text language sql immutable strict parallel safe as $$
  select ' ' || btrim(regexp_replace(
    replace(replace(replace(replace(
      translate(lower(regexp_replace(normalize(text, NFD), '[' || chr(768) || '-' || chr(879) || ']', '', 'g')), 'łŁøØđĐðÐı’', 'llooddddi'''),
      'ß', 'ss'), 'æ', 'ae'), 'œ', 'oe'), 'þ', 'th'),
    '\s+', ' ', 'g'))
$$;
--> statement-breakpoint
-- What of a client and of a person is looked through: the name, and the numbers and addresses by which they are known.
create function looked_through_client(name text, vat_number text, tax_number text, company_number text) returns text language sql immutable parallel safe as $$
  select public.plain_letters(name || coalesce(' ' || vat_number, '') || coalesce(' ' || tax_number, '') || coalesce(' ' || company_number, ''))
$$;
--> statement-breakpoint
create function looked_through_contact(name text, email text, phone text, mobile text) returns text language sql immutable parallel safe as $$
  select public.plain_letters(name || coalesce(' ' || email, '') || coalesce(' ' || regexp_replace(phone, '[^0-9+]', '', 'g'), '') || coalesce(' ' || regexp_replace(mobile, '[^0-9+]', '', 'g'), ''))
$$;
--> statement-breakpoint
-- Kept beside the record: what an index finds is compared once more, and reading it is quicker than working it out.
alter table clients add column looked_through text generated always as (looked_through_client(name, vat_number, tax_number, company_number)) stored;
--> statement-breakpoint
alter table contacts add column looked_through text generated always as (looked_through_contact(name, email, phone, mobile)) stored;
--> statement-breakpoint
alter table jobs add column looked_through text generated always as (plain_letters(name)) stored;
--> statement-breakpoint
alter table documents add column looked_through text generated always as (plain_letters(name)) stored;
--> statement-breakpoint
create index clients_looked_through on clients using gin (looked_through gin_trgm_ops);
--> statement-breakpoint
create index contacts_looked_through on contacts using gin (looked_through gin_trgm_ops);
--> statement-breakpoint
create index open_jobs_looked_through on jobs using gin (looked_through gin_trgm_ops) where status <> 'finished';
--> statement-breakpoint
create index documents_looked_through on documents using gin (looked_through gin_trgm_ops);
--> statement-breakpoint
-- Row level security keeps these indexes from being used: they are used here, as their owner, and answer ids alone, of the firm that asks.
-- Whoever asks reads the rows themselves under the policies. Patterns are of `like`, the longest first. The shortest texts come first.
create function found_in(what text, patterns text[], most integer) returns setof uuid
  language plpgsql stable security definer set search_path = public, pg_temp as $$
declare
  firm uuid := nullif(current_setting('app.firm_id', true), '')::uuid;
begin
  case what
    when 'clients' then
      return query select c.id from clients c
        where c.firm_id = firm and c.merged_into is null
          and c.looked_through like patterns[1] and c.looked_through like all (patterns)
        order by length(c.name), c.id limit most;
    when 'contacts' then
      return query select p.id from contacts p
        where p.firm_id = firm
          and p.looked_through like patterns[1] and p.looked_through like all (patterns)
        order by length(p.name), p.id limit most;
    when 'documents' then
      return query select d.id from documents d
        where d.firm_id = firm and d.looked_through like patterns[1] and d.looked_through like all (patterns)
        order by d.at desc, d.id limit most;
    -- By its own name and by its client's, the words in any order: the longest word narrows by either.
    when 'open jobs' then
      return query
        with near as materialized (
          select j.id, j.due_on, j.client_id, j.looked_through from jobs j
          where j.firm_id = firm and j.status <> 'finished' and j.looked_through like patterns[1]
          union all
          select j.id, j.due_on, j.client_id, j.looked_through from clients c join jobs j on j.client_id = c.id
          where c.firm_id = firm and c.looked_through like patterns[1] and j.status <> 'finished' and j.looked_through not like patterns[1]
        )
        select near.id from near join clients c on c.id = near.client_id
        where cardinality(patterns) = 1 or c.looked_through || near.looked_through like all (patterns)
        order by near.due_on, near.id limit most;
  end case;
end $$;
--> statement-breakpoint
revoke all on function found_in(text, text[], integer) from public;
--> statement-breakpoint
grant execute on function found_in(text, text[], integer) to app_user;
