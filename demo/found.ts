import { rightsOf } from '@steady/core/access';
import { type CivilDate, civil } from '@steady/core/calendar';
import { checkDigits } from '@steady/core/money';
import { Reckoner, ruleById } from '@steady/core/obligations';
import { SUPPLIED } from '@steady/core/supplied';
import type { AddClient } from '@steady/contract/clients';
import type { StaffActor } from '@steady/server/platform/identity/index';
import { factsOf } from '@steady/server/areas/clients/index';
import type { Work } from '@steady/server/platform/work/index';
import type { DetailValue } from '@steady/core/details';
import type { DemoClient, ServiceKey } from './clients';
import type { DemoHistory } from './history';
import type { Chance } from './chance';
import type { DemoFirm, DemoServices } from './services';
import { PEOPLE, type PersonKey } from './people';
import { eur } from './eur';

const slug = (text: string) =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/\b(ltd|dac|clg|dr)\b/g, '')
    .replace(/[^a-z]+/g, '-')
    .replace(/^-|-$/g, '');

const keys = <K extends string>(of: Record<K, unknown>) => Object.keys(of) as K[];

/** The ready-made folders; payroll and accounts take what is made in their own jobs. */
async function setUpFolders(app: DemoServices, work: Work, serviceIds: ReadonlyMap<ServiceKey, string>): Promise<void> {
  await app.folders.useReadyMade(work);
  const own: Record<string, ServiceKey[]> = { Payroll: ['payroll'], 'Accounts and tax': ['annual', 'tax', 'income', 'vat'] };
  for (const { id, ...folder } of await app.folders.list(work)) {
    const services = own[folder.name]?.map((key) => serviceIds.get(key)!);
    if (services) await app.folders.changeTemplate(work, id, { ...folder, takes: ['from us'], services });
  }
}

/** Founds the firm: people, services with procedures, clients with contacts and service lines. */
export async function foundFirm(app: DemoServices, { firstDay, dearerFrom, clients: all, chanceOf }: DemoHistory): Promise<DemoFirm> {
  const chance = chanceOf('founding');
  const personKeys = keys(PEOPLE);
  const { firmId, memberIds } = await app.team.found(
    {
      name: 'Marram & Tern, Accountants',
      shortName: 'Marram & Tern',
      address: 'The Old Sail Loft, Quay Lane\nPort Sallow',
      vatNumber: 'IE9980001A',
      iban: 'IE51TERN99046325355093',
      bic: 'TERNIE2D',
      creditorId: 'IE54ZZZ990012',
      terms: 'Please quote the reference when you pay. Interest may be charged on what is overdue, at the rate the law allows.',
      currency: 'EUR',
      zone: 'Europe/Dublin',
      country: 'IE',
      vatRate: 2300,
      paymentDays: 21,
      demo: true,
      // Until today each message went by itself, at once, and people wrote their own reminders.
      followUps: { isOn: false, everyDays: 5, most: 3 },
      pacing: { perDay: 50, from: '00:00', until: '23:59', together: false },
      // Agreed with clients from the last days on.
      late: { days: 0, consequence: 'After that we cannot promise to file in time, and a late fee of 10% of the agreed fee is due.' },
    },
    personKeys.map((key) => {
      const { hours, rate, cost, ...person } = PEOPLE[key];
      const weekdays = [...hours.map((hour) => hour * 60), 0, 0];
      // A rate that went up during the year, so that the same hour has two values.
      const rates = [
        { fromDay: '2020-01-01', perHour: eur(rate - 200), costPerHour: eur(cost) },
        { fromDay: dearerFrom.toString(), perHour: eur(rate), costPerHour: eur(cost) },
      ];
      return {
        ...person,
        allClients: person.role !== 'contractor',
        email: `${slug(person.name)}@marram-tern.example`,
        weekdays,
        rates,
        password: 'harbour-lights-7',
      };
    }),
  );
  const people = Object.fromEntries(
    personKeys.map((key, index): [PersonKey, StaffActor] => [
      key,
      {
        kind: 'staff',
        id: memberIds[index]!,
        name: PEOPLE[key].name,
        shortName: PEOPLE[key].shortName,
        role: PEOPLE[key].role,
        rights: rightsOf(PEOPLE[key].role),
        approveUpTo: null,
        allClients: PEOPLE[key].role !== 'contractor',
        hiddenClient: null,
        confirmed: true,
      },
    ]),
  ) as Record<PersonKey, StaffActor>;
  const as = (key: PersonKey) => ({ firmId, actor: people[key] });
  const serviceIds = await app.works.run(as('orla'), async (work) => {
    const ids = new Map<ServiceKey, string>();
    for (const { key } of SUPPLIED) ids.set(key as ServiceKey, await app.services.takeSupplied(work, key));
    return ids;
  });
  await app.works.run(as('orla'), (work) => setUpFolders(app, work, serviceIds));
  const detailIds = await app.works.run(as('orla'), async (work) => ({
    referredBy: await app.details.keepDetail(work, { name: 'Referred by', kind: 'text' }),
    peoplePaid: await app.details.keepDetail(work, { name: 'People on the payroll', kind: 'number' }),
    payrollDay: await app.details.keepDetail(work, { name: 'Wages paid on', kind: 'choice', choices: ['Thursday', 'Friday', 'last working day'] }),
    turnover: await app.details.keepDetail(work, { name: 'Turnover last year', kind: 'money' }),
    identity: await app.details.keepDetail(work, { name: 'Identity papers until', kind: 'date' }),
    ownSoftware: await app.details.keepDetail(work, { name: 'Keeps own ledger', kind: 'yes or no', forms: ['company', 'co-operative', 'charity'] }),
  }));
  await app.works.run(as('orla'), (work) => feeByPeople(app, work, serviceIds.get('payroll')!, detailIds.peoplePaid, firstDay));
  const detailsOf = (demo: DemoClient) => ({
    ...(chance.is(0.4) ? { [detailIds.referredBy]: chance.pick(['Bríd Foley', 'the harbour office', 'Gráinne', 'a neighbour']) } : {}),
    ...(demo.services.includes('payroll')
      ? { [detailIds.payrollDay]: chance.pick(['Thursday', 'Friday', 'last working day']), [detailIds.peoplePaid]: 3 + demo.name.length }
      : {}),
    ...(demo.prospect ? {} : { [detailIds.turnover]: eur(chance.between(30, 900) * 1_000_00) }),
    [detailIds.identity]: firstDay
      .add({ months: chance.between(4, 40) })
      .with({ day: 1 })
      .toString(),
    ...(demo.form === 'company' ? { [detailIds.ownSoftware]: chance.is(0.3) } : {}),
  });
  const clients = new Map<string, DemoClient>();
  const reckoner = new Reckoner();
  for (const demo of all) {
    const clientId = await app.works.run(as('orla'), (work) => addClient(app, work, demo, people, firstDay, chance, detailsOf(demo)));
    clients.set(clientId, demo);
    await app.works.run(as('orla'), async (work) => {
      if (demo.note) await app.notes.add(work, clientId, { kind: 'note', text: demo.note, pinned: true });
      const client = await app.clients.get(work, clientId);
      for (const key of demo.services) {
        const service = SUPPLIED.find((one) => one.key === key)!;
        const fee = eur(Math.round((service.fee * chance.between(8, 13)) / 10 / 500) * 500);
        // The client is served from the first period whose deadline falls in the months to be lived through.
        const { rhythm, anchor = 'calendar', ownDue = { count: 10, unit: 'working days' }, rules } = service;
        const terms = {
          rhythm,
          anchor,
          ownDue,
          rules: (rules.IE ?? []).map(ruleById),
          startsOn: firstDay.subtract({ months: rhythm === 'yearly' ? 22 : 2 }).toString(),
          anchorOn: null,
          endsOn: null,
          cutShort: false,
          pauses: [],
          leadDays: 0,
          targetDays: 0,
          takesExtensions: false,
        };
        const { streams, none } = reckoner.line(terms, factsOf(client), { today: firstDay, ahead: 1, horizon: firstDay.add({ years: 2 }) });
        const planned = streams.find((one) => one.leads)?.obligations;
        if (!planned) throw new Error(`${demo.name}, ${service.name}: ${none[0]?.why ?? 'no job'}`);
        const first = planned.find((one) => one.due.since(firstDay).days > 6) ?? planned.at(-1)!;
        await app.lines.add(work, clientId, { serviceId: serviceIds.get(key)!, rhythm, fee, startsOn: first.period.start.toString() });
      }
    });
  }
  await keepOwnRecord(app, firmId, people.eimear);
  const firm: DemoFirm = { firmId, people, services: new Map([...serviceIds].map(([key, id]) => [id, key])), clients };
  return firm;
}

/** Words the firm goes by: who is on the water, who is busy in summer, who to handle with care. */
function labelsOf(demo: DemoClient): string[] {
  const seaside = /oyster|ferr|boat|skipper|fish|smok|sail|chandler|seafood|charter|marine|surf/i.test(`${demo.name} ${demo.trade}`);
  const summer = /surf|festival|hotel|café|lettings|charter|ferr/i.test(`${demo.name} ${demo.trade}`);
  return [...(seaside ? ['on the water'] : []), ...(summer ? ['summer trade'] : []), ...(demo.manner === 'silent' ? ['ring, do not write'] : [])];
}

/** The firm is a client of itself; its record is for whoever has that right. */
async function keepOwnRecord(app: DemoServices, firmId: string, administrator: StaffActor): Promise<void> {
  await app.works.run({ firmId, actor: administrator }, async (work) => {
    const facts = { legalForm: 'company', yearEnd: '03-31', vatRegistered: false, employer: true, way: 'online' } as const;
    const id = await app.clients.add(work, { name: 'Marram & Tern, own books', trade: 'this firm', ...facts });
    await app.access.setOwnRecord(work, id);
  });
}

/** Fiachra keeps books for a small firm of his own as well: one person, two firms, and nothing crosses over. */
export async function foundSecondFirm(app: DemoServices): Promise<void> {
  const { name, shortName } = PEOPLE.fiachra;
  const fiachra = { name, shortName, email: `${slug(name)}@marram-tern.example`, role: 'administrator' as const, does: 'owner', allClients: true };
  const { firmId, memberIds } = await app.team.found(
    {
      name: 'Kittiwake Bookkeeping',
      shortName: 'Kittiwake',
      address: '3 Net Loft Steps\nPort Sallow',
      currency: 'EUR',
      zone: 'Europe/Dublin',
      country: 'IE',
      vatRate: 2300,
      paymentDays: 14,
      demo: true,
    },
    [{ ...fiachra, weekdays: [240, 0, 240, 0, 120, 0, 0], rates: [{ fromDay: '2020-01-01', perHour: eur(4_500) }], password: null }],
  );
  const actor: StaffActor = {
    kind: 'staff',
    id: memberIds[0]!,
    name,
    shortName,
    role: 'administrator',
    rights: rightsOf('administrator'),
    approveUpTo: null,
    allClients: true,
    hiddenClient: null,
    confirmed: true,
  };
  await app.works.run({ firmId, actor }, async (work) => {
    const facts = { legalForm: 'person', vatRegistered: false, employer: false, way: 'online' } as const;
    await app.clients.add(work, {
      name: 'Guillemot Glassworks',
      trade: 'stained glass',
      ...facts,
      contact: { name: 'Una Prior', email: 'una@guillemot-glass.example' },
    });
    await app.clients.add(work, {
      name: 'Long Slip Bicycles',
      trade: 'bicycle hire',
      ...facts,
      contact: { name: 'Tom Garvey', email: 'tom@long-slip.example' },
    });
  });
}

/** How a client pays; the account numbers are made up, with check digits that fit. */
function paysBy(demo: DemoClient, chance: Chance): Pick<AddClient, 'paymentMethod' | 'iban'> {
  if (demo.way === 'paper') return { paymentMethod: 'cash or cheque' };
  if (!chance.is(0.5)) return { paymentMethod: 'bank transfer' };
  const account = `TERN${990_000 + chance.between(1, 999)}${String(chance.between(1, 99_999_999)).padStart(8, '0')}`;
  return { paymentMethod: 'direct debit', iban: `IE${checkDigits('IE', account)}${account}` };
}

async function addClient(
  app: DemoServices,
  work: Parameters<DemoServices['clients']['add']>[0],
  demo: DemoClient,
  people: DemoFirm['people'],
  firstDay: CivilDate,
  chance: Chance,
  details: Record<string, DetailValue>,
): Promise<string> {
  const hasYear = demo.form === 'company' || demo.form === 'co-operative' || demo.form === 'charity';
  const vat = demo.services.includes('vat');
  const since = civil(`${firstDay.year - chance.between(1, 12)}-${String(chance.between(1, 12)).padStart(2, '0')}-01`);
  return app.clients.add(
    work,
    {
      name: demo.name,
      legalForm: demo.form,
      trade: demo.trade,
      ...(hasYear ? { yearEnd: demo.yearEnd } : {}),
      vatRegistered: vat,
      ...(vat ? { vatGroup: demo.vatGroup, vatNumber: `IE${9_990_000 + chance.between(1, 9_999)}A` } : {}),
      employer: demo.services.includes('payroll'),
      taxNumber: `${9_100_000 + chance.between(1, 99_999)}${chance.pick(['A', 'F', 'K', 'T'])}`,
      ...(demo.form === 'company' ? { companyNumber: `${900_000 + chance.between(1, 9_999)}` } : {}),
      labels: labelsOf(demo),
      address: {
        street: `${chance.between(1, 60)} ${chance.pick(['Strand Road', 'Quay Lane', 'Harbour Row', 'Slip Lane', 'Lamp Hill'])}`,
        town: chance.pick(['Port Sallow', 'Port Sallow', 'Rinnmore']),
      },
      ...(vat ? { vatFrom: since.add({ months: 3 }).toString() } : {}),
      ...(demo.services.includes('payroll') ? { employerFrom: since.add({ months: 1 }).toString() } : {}),
      ...(demo.prospect ? {} : paysBy(demo, chance)),
      ...(demo.way === 'paper' ? { paperPlace: chance.pick(['shelf 4, blue box', 'with Aoife', 'front desk, to be picked up']) } : {}),
      details,
      ...(demo.returnDate ? { annualReturnDate: demo.returnDate } : {}),
      way: demo.way,
      partnerId: people[demo.partner].id,
      managerId: people.orla.id,
      preparerId: people[demo.preparer].id,
      contact: {
        name: demo.contact,
        ...(demo.noAddress || demo.way === 'paper' ? {} : { email: `${slug(demo.contact)}@${slug(demo.name)}.example` }),
        phone: `00 555 0${chance.between(100, 199)}`,
        role: demo.form === 'company' ? 'director' : demo.form === 'charity' ? 'trustee' : 'owner',
      },
    },
    { standing: demo.prospect ? 'prospect' : 'active', since: since.toString() },
  );
}

/** Payroll costs more the more people are paid; and the days on which the office is closed. */
async function feeByPeople(app: DemoServices, work: Work, serviceId: string, detailId: string, firstDay: CivilDate): Promise<void> {
  const { id: _id, firmId: _firm, version, position: _position, ...service } = await app.services.get(work, serviceId);
  await app.services.keep(work, serviceId, {
    ...service,
    defaultFee: eur(service.defaultFee),
    procedures: await app.services.proceduresOf(work, serviceId),
    version,
    feeRule: {
      base: eur(4_500),
      drivers: [
        {
          fact: `detail:${detailId}`,
          name: 'people on the payroll',
          included: 3,
          bands: [
            { upTo: 10, each: eur(400) },
            { upTo: null, each: eur(250) },
          ],
        },
      ],
      minimum: eur(6_000),
      discount: 0,
    },
  });
  await app.closing.keep(work, {
    version: work.firm.version,
    days: [
      ...[0, 1, 2].map((years) => ({ day: firstDay.add({ years }).with({ month: 12, day: 24 }).toString(), name: 'Christmas Eve' })),
      { day: firstDay.add({ years: 2 }).with({ month: 6, day: 12 }).toString(), name: 'Harbour regatta' },
    ],
  });
}
