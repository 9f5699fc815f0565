import type { Temporal } from '@steady/core/calendar';
import { NO_EVIDENCE } from '@steady/core/signing';
import type { Work } from '@steady/server/platform/work/index';
import type { DemoFirm, DemoServices } from './services';
import { writtenPage } from './papers';
import { kindName } from './signings';

const TERMS = 'Terms of engagement';
const FIRST = `1. We prepare what the letter names, from the records that you give us.
2. You keep those records complete, and give us what we ask for in time.
3. Our fees are those of the letter; what goes beyond it we agree on before we begin.`;
const SECOND = `${FIRST}
4. What we hold about you we keep for as long as the law asks, and destroy it afterwards.`;

/** What the firm asks of a signature on its letters and returns, and its terms in two editions. */
export async function keepSigningKinds(app: DemoServices, firm: DemoFirm, at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
  const { orla } = firm.people;
  const by = <T>(daysAgo: number, act: (work: Work) => Promise<T>): Promise<T> =>
    app.works.run({ firmId: firm.firmId, actor: orla }, (work) => act({ ...work, now: at(daysAgo, 11) }));
  await by(400, (work) => app.terms.keep(work, { name: TERMS, text: FIRST }));
  await by(45, (work) => app.terms.keep(work, { name: TERMS, text: SECOND }));
  const base = { evidence: NO_EVIDENCE, recordFirst: false, holdsFiling: false, mayHandOn: false };
  for (const signers of [1, 2]) {
    await change(kindName('Letter', signers), {
      ...base,
      words: 'The letter says what we do for you and on which terms. Please read both before you sign.',
      evidence: { byText: signers === 1, capacity: null, atLeast: signers, identity: null },
      terms: TERMS,
      mayHandOn: signers === 2,
    });
    await change(kindName('Return', signers), {
      ...base,
      words: 'The return as we are going to file it: please check the figures before you sign.',
      holdsFiling: true,
    });
  }

  await change('Declaration of owners', {
    ...base,
    words: 'Who owns {client}, and how much of it: we have to be sure of it, and of who says so.',
    evidence: { ...NO_EVIDENCE, identity: 'either' },
  });

  // The same for every client: it is given to many of them at once.
  await change('Notice of new terms', { ...base, words: 'Our terms are new: please read them, and sign that you have.', terms: TERMS });
  await by(40, async (work) => {
    const kind = (await app.signingKinds.list(work)).find(({ name }) => name === 'Notice of new terms')!;
    const { name, bytes } = await writtenPage('Notice of new terms.pdf', 'Notice of new terms', [
      'From 1 April 2026 we work for you on new terms.',
      'They stand beside this page, to be read and agreed to.',
    ]);
    await app.signingKinds.putLetter(work, kind.id, { ...(await app.files.keepBytes(work.firm, bytes)), name });
  });

  async function change(name: string, input: Omit<Parameters<typeof app.signingKinds.add>[1], 'name' | 'version'>): Promise<void> {
    await by(40, async (work) => {
      const there = (await app.signingKinds.list(work)).find((one) => one.name === name);
      if (there) await app.signingKinds.change(work, there.id, { ...input, name, version: there.version });
      else await app.signingKinds.add(work, { ...input, name });
    });
  }
}
