-- The one note of a client becomes a pinned note among its notes.
insert into client_notes (id, firm_id, client_id, kind, text, pinned, at, by_name)
select gen_random_uuid(), firm_id, id, 'note', note, true, now(), 'Steady Almanac' from clients where note is not null;
