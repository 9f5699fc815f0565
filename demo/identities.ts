import type { Temporal } from '@steady/core/calendar';
import { rows } from '@steady/server/platform/database/index';
import type { Work } from '@steady/server/platform/work/index';
import { sql } from 'drizzle-orm';
import type { DemoFirm, DemoServices } from './services';

/** How the firm knows of some who sign who they are: papers that were seen, a check that was passed, one paper that runs out soon. */
export async function noteIdentities(app: DemoServices, firm: DemoFirm, at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
  const { orla } = firm.people;
  const by = <T>(daysAgo: number, act: (work: Work) => Promise<T>): Promise<T> =>
    app.works.run({ firmId: firm.firmId, actor: orla }, (work) =>
      act({ ...work, now: at(daysAgo, 10), today: at(daysAgo, 10).toZonedDateTimeISO(work.firm.zone).toPlainDate() }),
    );
  const signers = await by(0, (work) =>
    rows<{ id: string }>(
      work.tx,
      sql`select distinct on (p.id) p.id from contacts p join client_contacts k on k.contact_id = p.id join clients c on c.id = k.client_id
          where k.signs and c.standing = 'active' and c.legal_form = 'company' order by p.id limit 12`,
    ),
  );
  for (const [place, { id }] of signers.entries()) {
    const daysAgo = 320 - place * 24;
    const on = at(daysAgo, 10).toString().slice(0, 10);
    const isCheck = place % 4 === 3;
    await by(daysAgo, (work) =>
      app.identities.note(work, id, {
        way: isCheck ? 'check passed' : 'papers seen',
        what: isCheck ? 'Harbour identity check' : place % 4 === 2 ? 'driving licence' : 'passport',
        number: isCheck ? `HC-${1400 + place}` : `${place % 4 === 2 ? 'DL' : 'PX'} ${20417 + place * 131}`,
        on,
        ...(isCheck
          ? {}
          : {
              goodUntil: at(place % 4 === 2 ? -24 : -900 - place * 60, 10)
                .toString()
                .slice(0, 10),
            }),
      }),
    );
  }
}
