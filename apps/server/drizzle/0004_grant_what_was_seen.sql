-- Until now everybody saw every client. Contractors keep those they are named on or have work for; everybody else keeps all.
update members set all_clients = true where role <> 'contractor';
--> statement-breakpoint
insert into client_grants (firm_id, member_id, client_id, how, at)
select m.firm_id, m.id, x.client_id, 'had work on it', now() from members m
join lateral (
  select j.client_id from jobs j join tasks t on t.job_id = j.id where t.assignee_id = m.id
  union select c.id from clients c where m.id in (c.partner_id, c.manager_id, c.preparer_id)) x on true
where m.role = 'contractor';
--> statement-breakpoint
update outbox set kind = 'letter' where kind = 'portal code';
