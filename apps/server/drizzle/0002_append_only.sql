-- What has happened and what was posted is only ever added to.
revoke update, delete, truncate on events, wip_postings, payments from app_user;
--> statement-breakpoint
create index clients_name_sorted on clients (firm_id, name collate "unicode", id);
