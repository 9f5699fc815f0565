-- Work done once is for the day given. What was begun under another day, which came of how other work is counted, is the work of that day:
-- otherwise it would be planned, and begun, a second time. Where a line has several, nobody can say which is which: they stay.
update jobs j set period_start = d.day, period_end = d.day
from (select id, coalesce(anchor_on, starts_on) as day from service_lines where rhythm = 'one-off') d
where j.line_id = d.id and (select count(*) from jobs other where other.line_id = j.line_id) = 1;
--> statement-breakpoint
update obligations o set period_start = d.day, period_end = d.day
from (select id, coalesce(anchor_on, starts_on) as day from service_lines where rhythm = 'one-off') d
where o.line_id = d.id and (select count(*) from obligations other where other.line_id = o.line_id) = 1;
