import { Injectable } from '@nestjs/common';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { addressFrom } from '@steady/core/arrivals';
import { Temporal } from '@steady/core/calendar';
import {
  CannotSeal,
  type SealPlace,
  type Sealer,
  fingerprintOf,
  fromBase64,
  namesOn,
  newSealer,
  sealOver,
  sealedPart,
  sealerFromPkcs12,
  withSeal,
} from '@steady/core/seals';
import type { BringSeal, CheckSealDoor, SealCertificate, SealView } from '@steady/contract/seals';
import { TimeAuthority } from '../../outside/time-authority';
import { Clock } from '../../platform/clock';
import { Database } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { PrivateTexts } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { bySecret, byItself, hashOf } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { sealCertificates, sealPages } from './seals.tables';

export const SealMade = eventKind<object>('seal made', 'seals');

type Certificate = typeof sealCertificates.$inferSelect;

/** As long as a certificate is good that the firm makes itself; the next one is made so many days before it ends. */
const YEARS = 5;
const BEFORE_ITS_END = 60;

const secretOf = (address: string) => `seals ${address}`;
const shown = ({ certificate, isBrought, fingerprint, goodFrom, goodUntil, replacedAt }: Certificate): SealCertificate => ({
  fingerprint,
  from: goodFrom,
  until: goodUntil,
  issued: isBrought ? namesOn(certificate) : null,
  replacedAt,
});

/** Less time than that is left of a certificate. */
const endsSoon = (work: Work, { goodUntil }: Pick<Certificate, 'goodUntil'>): boolean =>
  work.now.until(Temporal.Instant.from(new Date(goodUntil).toISOString())).total('hours') <= BEFORE_ITS_END * 24;

/** The seal of a firm: its certificate, made when it is first needed, and the page on which anybody checks what it sealed. */
@Injectable()
export class SealsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly works: Works,
    private readonly events: Events,
    private readonly texts: PrivateTexts,
    private readonly time: TimeAuthority,
  ) {}

  /** The certificate that seals now; made where there is none, and made anew shortly before it ends. */
  async current(work: Work): Promise<Certificate> {
    const found = await this.held(work);
    return found && (found.isBrought || !endsSoon(work, found)) ? found : this.make(work, found);
  }

  /** When the certificate that the firm brought runs out, from so many days before; null where another is made by itself, or none is needed yet. */
  async runsOut(work: Work): Promise<string | null> {
    const found = await this.held(work);
    return found?.isBrought && endsSoon(work, found) ? found.goodUntil : null;
  }

  /** A certificate that an authority issued to the firm takes the place of the one that seals now. */
  async bring(work: Work, { file, password = '' }: BringSeal): Promise<void> {
    const { sealer, from, until } = await sealerFromPkcs12(fromBase64(file), password, work.now).catch((error: unknown) => {
      if (!(error instanceof CannotSeal)) throw error;
      throw Problem.invalid([{ field: error.isOfPassword ? 'password' : 'file', message: error.message }]);
    });
    const fingerprint = await fingerprintOf(fromBase64(sealer.certificate));
    const before = (await this.all(work)).find((one) => one.fingerprint === fingerprint);
    if (before)
      throw Problem.invalid([
        {
          field: 'file',
          message: before.replacedAt === null ? 'This certificate seals already.' : 'This certificate was replaced before, and does not seal again.',
        },
      ]);
    await this.holdPage(work);
    await this.put(work, sealer, { isBrought: true, fingerprint, goodFrom: from.toString(), goodUntil: until.toString() });
  }

  /** Puts another one in the place of the certificate that seals now: the key of the old one is thrown away, what it sealed stays sealed. */
  async replace(work: Work, fingerprint: string): Promise<void> {
    const found = await this.held(work);
    if (!found || found.fingerprint !== fingerprint) throw Problem.stale('seal', found?.id ?? work.firm.id);
    await this.make(work, found);
  }

  private async held(work: Work): Promise<Certificate | undefined> {
    const [found] = await work.tx
      .select()
      .from(sealCertificates)
      .where(and(eq(sealCertificates.firmId, work.firm.id), isNull(sealCertificates.replacedAt)));
    return found;
  }

  private async make(work: Work, before: Certificate | undefined): Promise<Certificate> {
    // Of two who make one at once the second finds that of the first: the page of the firm is held meanwhile.
    await this.holdPage(work);
    const there = await this.held(work);
    if (there && there.id !== before?.id) return there;
    // The clock of another machine may be a little behind: what it looks at has begun there too.
    const from = work.now.subtract({ hours: 1 });
    const until = work.today.add({ years: YEARS }).toZonedDateTime(work.firm.zone).toInstant();
    const { name } = work.firm;
    const sealer = await newSealer({ name: `${name}, seal`, organisation: name, is: 'seal', from, until });
    const fingerprint = await fingerprintOf(fromBase64(sealer.certificate));
    return this.put(work, sealer, { isBrought: false, fingerprint, goodFrom: from.toString(), goodUntil: until.toString() });
  }

  private async holdPage(work: Work): Promise<void> {
    await this.address(work);
    await work.tx.select({ firmId: sealPages.firmId }).from(sealPages).where(eq(sealPages.firmId, work.firm.id)).for('update');
  }

  /** Seals from now on; the key of the one before is thrown away. */
  private async put(
    work: Work,
    { certificate, issuers, key }: Sealer,
    about: Pick<Certificate, 'isBrought' | 'fingerprint' | 'goodFrom' | 'goodUntil'>,
  ): Promise<Certificate> {
    const before = await this.held(work);
    await work.tx
      .update(sealCertificates)
      .set({ replacedAt: work.now.toString(), key: null })
      .where(and(eq(sealCertificates.firmId, work.firm.id), isNull(sealCertificates.replacedAt)));
    await work.tx.insert(sealCertificates).values({ ...about, firmId: work.firm.id, certificate, issuers, key: this.texts.seal(work.firm, key) });
    const { fingerprint, isBrought } = about;
    await this.events.record(work, SealMade, {
      what: isBrought
        ? `brought the certificate that seals from now on, issued by ${namesOn(certificate).by}`
        : before
          ? 'put another certificate in the place of the one that seals'
          : 'made the certificate that seals what is signed',
      before: before ? { fingerprint: before.fingerprint } : undefined,
      after: { fingerprint },
      payload: {},
    });
    return (await this.held(work))!;
  }

  /** Where the fingerprints are published: the name of the firm, with a number behind it where another firm has it. */
  private async address(work: Work): Promise<string> {
    const read = async () => (await work.tx.select().from(sealPages).where(eq(sealPages.firmId, work.firm.id)))[0]?.address;
    const name = addressFrom(work.firm.shortName) || addressFrom(work.firm.name) || 'firm';
    for (let number = 1; ; number += 1) {
      const there = await read();
      if (there) return there;
      const address = number === 1 ? name : `${name.slice(0, 34)}-${number}`;
      // Pages of other firms are not there to be looked at: whether one has the address is only known by trying.
      await work.tx
        .insert(sealPages)
        .values({ firmId: work.firm.id, address, tokenHash: hashOf(secretOf(address)) })
        .onConflictDoNothing();
    }
  }

  /** What the firm sees of its seal; nothing is made by looking. */
  async view(work: Work): Promise<SealView> {
    const all = await this.all(work);
    const [page] = await work.tx.select().from(sealPages).where(eq(sealPages.firmId, work.firm.id));
    return {
      current: all.find(({ replacedAt }) => replacedAt === null) ?? null,
      older: all.filter(({ replacedAt }) => replacedAt !== null),
      address: page?.address ?? null,
    };
  }

  private async all(work: Work): Promise<SealCertificate[]> {
    const found = await work.tx.select().from(sealCertificates).where(eq(sealCertificates.firmId, work.firm.id)).orderBy(desc(sealCertificates.goodFrom));
    return found.map(shown);
  }

  /** Where anybody checks what is sealed now, and by which fingerprint. Made where it is not there yet. */
  async published(work: Work): Promise<{ address: string; fingerprint: string }> {
    const { fingerprint } = await this.current(work);
    return { address: await this.address(work), fingerprint };
  }

  /** Seals a file in its place, with the time of the authority. @throws Error where that cannot be asked */
  async seal(firmId: string, file: Uint8Array, place: SealPlace): Promise<{ file: Uint8Array; fingerprint: string }> {
    const { sealer, fingerprint } = await this.works.run(byItself(firmId), async (work) => {
      const { certificate, issuers, key, ...of } = await this.current(work);
      if (work.now.epochMilliseconds < Date.parse(of.goodFrom))
        throw new Error('The clock of the computer is behind the day on which the certificate of the seal begins. Have it set right, then try again.');
      if (work.now.epochMilliseconds > Date.parse(of.goodUntil))
        throw new Error('The certificate of the seal has run out. Bring another one, or have one made, under Firm, Seal. Then try again.');
      const held: Sealer = { certificate, issuers, key: this.texts.open(work.firm, key!) };
      return { sealer: held, fingerprint: of.fingerprint };
    });
    const seal = await sealOver(sealedPart(file, place), sealer, (request) => this.time.stamp(request));
    return { file: withSeal(file, place, seal), fingerprint };
  }

  /** The firm behind the address of its page. @throws Problem "page-not-known" */
  async firmAt(address: string): Promise<string> {
    const found = await bySecret(this.database, sealPages, secretOf(address), this.clock.now().toString(), (row) => Promise.resolve(row.firmId));
    if (found === null)
      throw Problem.of(404, 'page-not-known', 'There is no such page', 'Look at the address again: it stands in the signing record of what was sealed.');
    return found;
  }

  /** What the public page says; looked at by the application, for nobody has signed in. */
  async door(address: string): Promise<CheckSealDoor> {
    return this.look(await this.firmAt(address), async (work) => ({
      firm: work.firm.name,
      hasLogo: work.firm.logoAddress !== null,
      zone: work.firm.zone,
      certificates: await this.all(work),
    }));
  }

  look<T>(firmId: string, at: (work: Work) => Promise<T>): Promise<T> {
    return this.works.run(byItself(firmId), at, { readOnly: true });
  }
}
