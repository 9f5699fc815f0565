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
