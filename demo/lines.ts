import { type CivilDate, weekStart } from '@steady/core/calendar';
import type { FilingRule } from '@steady/core/obligations';
import type { KeepService } from '@steady/contract/services';
import type { Work } from '@steady/server/platform/work/index';
import type { DemoFirm, DemoServices } from './services';
import { eur } from './eur';

/** The report that a charity owes its regulator: a rule that the firm has written for itself. */
const CHARITY_REPORT: Omit<FilingRule, 'id'> = {
  name: 'Charity report',
  kind: 'return',
  authority: 'Charities office',
  country: 'IE',
  appliesTo: { fact: 'legalForm', oneOf: ['charity'] },
  rhythms: ['yearly'],
  anchor: 'year-end',
  versions: [
    {
      effectiveFrom: '2014-10-16',
      steps: [{ do: 'add months', months: 10, keepMonthEnd: true }],
      whenClosed: 'working day before',
      source: 'Written by the firm from the Charities Act 2009, s. 52: ten months after the year-end',
    },
  ],
};

/** Lines of every kind beside the usual ones: weekly and seasonal work, calls, one that rests and one that stops; what clients have to allow. */
export async function addLines(app: DemoServices, firm: DemoFirm, today: CivilDate): Promise<void> {
  const clientIds = new Map([...firm.clients].map(([id, demo]) => [demo.name, id]));
  const serviceIds = new Map([...firm.services].map(([id, key]) => [key as string, id]));
  const client = (name: string) => clientIds.get(name)!;
  const service = (key: string) => serviceIds.get(key)!;
  const on = (days: number) => today.add({ days }).toString();
  const quarter = today.with({ day: 1, month: today.month - ((today.month - 1) % 3) }).toString();
  await app.works.run({ firmId: firm.firmId, actor: firm.people.orla }, async (work) => {
    const monday = weekStart(today);
    await app.lines.add(work, client('Inishvane Ferries DAC'), {
      serviceId: service('payroll'),
      name: 'Crew wages, weekly',
      rhythm: 'weekly',
      fee: eur(4_500),
      startsOn: monday.toString(),
      anchor: 'date',
      anchorOn: monday.add({ days: 4 }).toString(),
      cutShort: false,
      preparerId: firm.people.sean.id,
    });
    const may = today.with({ day: 1 }).add({ months: (5 - today.month + 12) % 12 });
    await app.lines.add(work, client('Eider Down Hotel Ltd'), {
      serviceId: service('payroll'),
      name: 'Season staff, fortnightly',
      rhythm: 'fortnightly',
      fee: eur(6_000),
      startsOn: may.toString(),
      endsOn: may.add({ months: 5 }).subtract({ days: 1 }).toString(),
      anchor: 'start',
    });
    for (const name of ['Dunmarra Oysters Ltd', 'Sallow Boatyard Ltd', 'Gannet Smokery Ltd', 'Lighthouse Trust CLG'])
      await app.lines.add(work, client(name), {
        serviceId: service('call'),
        rhythm: 'quarterly',
        fee: eur(0),
        startsOn: quarter,
        preparerId: firm.people.orla.id,
      });
    await app.lines.add(work, client('Whimbrel Web Works'), {
      serviceId: service('registration'),
      rhythm: 'one-off',
      anchor: 'date',
      anchorOn: on(6),
      fee: eur(25_000),
      startsOn: on(-4),
    });
    await app.lines.keepPermission(work, client('Whimbrel Web Works'), {
      serviceId: service('registration'),
      kind: 'agent',
      askedOn: on(-6),
      reference: 'by letter',
    });
    await rest(app, work, client('Marsh Fritillary Club'), today);
    await stop(app, work, client('Turnstone Pharmacy Ltd'), today);
    await charityReport(app, work, client('Lighthouse Trust CLG'), service('annual'), today);
  });
}

async function lineOf(app: DemoServices, work: Work, clientId: string, name: string) {
  const found = (await app.lines.of(work, clientId)).find((one) => one.line.name === name);
  if (!found) throw new Error(`The demo has no line "${name}" there`);
  return found.line;
}

async function rest(app: DemoServices, work: Work, clientId: string, today: CivilDate): Promise<void> {
  const line = await lineOf(app, work, clientId, 'Books, monthly');
  const from = today.with({ day: 1 }).add({ months: 1 });
  await app.lines.pause(work, line.id, { from: from.toString(), until: from.add({ months: 3 }).subtract({ days: 1 }).toString(), version: line.version });
}

async function stop(app: DemoServices, work: Work, clientId: string, today: CivilDate): Promise<void> {
  const line = await lineOf(app, work, clientId, 'Books, monthly');
  const endsOn = today.with({ day: 1 }).add({ months: 2 }).subtract({ days: 1 }).toString();
  await app.lines.stop(work, line.id, { endsOn, reason: 'takes on a bookkeeper of its own', version: line.version });
}

async function charityReport(app: DemoServices, work: Work, clientId: string, likeId: string, today: CivilDate): Promise<void> {
  const ruleId = await app.rules.keep(work, null, { definition: CHARITY_REPORT });
  const { id: _id, firmId: _firm, version: _version, position: _position, ...like } = await app.services.get(work, likeId);
  const input: KeepService = {
    ...like,
    name: 'Charity report',
    shortName: 'Charity',
    scope: 'We draw up the yearly report to the regulator and file it after the trustees have agreed.',
    ruleIds: [ruleId],
    procedures: [],
    defaultFee: eur(38_000),
    advice: 'Trustees meet in spring: ask for the date of their meeting first.',
  };
  const serviceId = await app.services.keep(work, null, input);
  await app.lines.add(work, clientId, { serviceId, rhythm: 'yearly', fee: eur(38_000), startsOn: today.with({ month: 1, day: 1 }).toString() });
}
