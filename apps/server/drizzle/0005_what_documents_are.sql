-- A document says what it is, not only how its file is called: the item it was asked for as, or the bill.
alter table documents add column what text;
--> statement-breakpoint
update documents d set what = i.name from request_answers a join request_items i on i.id = a.item_id where a.document_id = d.id;
--> statement-breakpoint
update documents d set what = 'Bill ' || n.number from invoices n where n.document_id = d.id;
--> statement-breakpoint
-- It is found by what it is as well.
drop index documents_looked_through;
--> statement-breakpoint
alter table documents drop column looked_through;
--> statement-breakpoint
alter table documents add column looked_through text generated always as (plain_letters(coalesce(what || ' ', '') || name)) stored;
--> statement-breakpoint
create index documents_looked_through on documents using gin (looked_through gin_trgm_ops);
