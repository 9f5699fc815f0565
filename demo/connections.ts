import { type CivilDate, civil } from '@steady/core/calendar';
import type { Work } from '@steady/server/platform/work/index';
import type { DemoFirm, DemoServices } from './services';

/** Who acts for several clients, who belongs together, who wants news; and a record that is listed twice. */
export async function connect(app: DemoServices, firm: DemoFirm, firstDay: CivilDate): Promise<void> {
  const ids = new Map([...firm.clients].map(([id, demo]) => [demo.name, id]));
  const client = (name: string) => ids.get(name)!;
  await app.works.run({ firmId: firm.firmId, actor: firm.people.orla }, async (work) => {
    const first = async (name: string) => (await app.contacts.of(work, client(name)))[0]!;
    /** One person, written down at two clients, becomes one contact of both. */
    const sameAt = async (known: string, other: string, role: string) => {
      const [person, double] = [await first(known), await first(other)];
      await app.contacts.link(work, client(other), person.id, { role });
      await app.contacts.unlink(work, client(other), double.id);
      return person;
    };
    const brid = await sameAt('Dunmarra Oysters Ltd', 'Bríd Foley', 'herself');
    const cathal = await first('Cathal Foley');
    await app.contacts.link(work, client('Dunmarra Oysters Ltd'), cathal.id, { role: 'shareholder', getsRequests: false, pays: false });
    await app.contacts.link(work, client('Foley Foreshore Partnership'), cathal.id, { role: 'partner', getsRequests: false });
    await app.contacts.add(work, client('Inishvane Ferries DAC'), {
      name: 'Gobnait Ruane',
      email: 'accounts@inishvane-ferries.example',
      role: 'bookkeeper',
      mobile: '00 555 0217',
      signs: false,
      pays: true,
      getsRequests: true,
    });
    await wishes(app, work, brid, { wanted: true, on: firstDay.add({ days: 12 }).toString(), source: 'on the intake form' });
    await wishes(app, work, cathal, { wanted: false, on: firstDay.add({ days: 40 }).toString(), source: 'by telephone' });
    const family =
      (await app.related.relate(work, client('Dunmarra Oysters Ltd'), { otherId: client('Bríd Foley'), name: 'Foley family', kind: 'family' })) &&
      client('Dunmarra Oysters Ltd');
    await app.related.relate(work, client('Cathal Foley'), { otherId: family });
    await app.related.relate(work, client('Foley Foreshore Partnership'), { otherId: family });
    await app.related.relate(work, client('Pilot Cottage Lettings'), {
      otherId: client('Harbour Row Lettings Ltd'),
      name: 'Lettings on Harbour Row',
      kind: 'other',
    });
  });
  await app.works.run({ firmId: firm.firmId, actor: firm.people.eimear }, async (work) => {
    const desk = await app.groups.keep(work, null, { name: 'Drop-in desk', memberIds: [firm.people.fiachra.id, firm.people.sean.id] });
    await app.access.grant(work, { memberIds: [], groupIds: [desk], clientIds: [client('The Drying Loft')] });
    // Taken down at the desk in a hurry: it is there already, and waits to be merged.
    await app.clients.addInPassing(work, { name: 'Saltpan Studios', email: 'studio@saltpan.example' });
  });
}

async function wishes(
  app: DemoServices,
  work: Work,
  person: { id: string; name: string; email: string | null },
  marketing: { wanted: boolean; on: string; source: string },
): Promise<void> {
  await app.contacts.change(work, person.id, {
    name: person.name,
    ...(person.email ? { email: person.email } : {}),
    phone: '00 555 0118',
    address: { street: '7 Slip Lane', town: 'Port Sallow' },
    marketing: { ...marketing, on: civil(marketing.on).toString() },
    version: 1,
  });
}
