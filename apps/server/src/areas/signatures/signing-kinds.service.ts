import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { SignField } from '@steady/core/signing';
import type { KeepSigningKind, SigningKindView } from '@steady/contract/signing-kinds';
import { Events, eventKind } from '../../platform/events';
import { FileStore, type Upload } from '../../platform/files';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { TemplatesService } from '../post';
import { ProceduresService } from '../procedures';
import { signingKinds } from './signatures.tables';
import { TermsService } from './terms.service';

export const SigningKindChanged = eventKind<{ kindId: string }>('kind of signed document changed', 'signatures');

type Kind = typeof signingKinds.$inferSelect;

/** Kinds of documents that are given for signature: where each is signed, what it says, what is asked of a signature on it. */
@Injectable()
export class SigningKinds implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly terms: TermsService,
    private readonly templates: TemplatesService,
    private readonly procedures: ProceduresService,
    private readonly present: Present,
    private readonly store: FileStore,
  ) {}

  onModuleInit(): void {
    this.store.namedBy(async (work, address) => {
      const found = await work.tx
        .select({ id: signingKinds.id })
        .from(signingKinds)
        .where(and(eq(signingKinds.firmId, work.firm.id), sql`${signingKinds.letter} ->> 'address' = ${address}`));
      return found.length > 0;
    });
    this.present.register('kind of document', async (work, id) => (await this.list(work)).find((kind) => kind.id === id));
  }

  async list(work: Work): Promise<SigningKindView[]> {
    const found = await work.tx.select().from(signingKinds).where(eq(signingKinds.firmId, work.firm.id)).orderBy(asc(signingKinds.name));
    return found.map(({ firmId: _, letter, ...kind }) => ({ ...kind, letter: letter && { name: letter.name, bytes: letter.bytes } }));
  }

  /** What they are called, by their ids. */
  async names(work: Work): Promise<Map<string, string>> {
    const found = await work.tx.select({ id: signingKinds.id, name: signingKinds.name }).from(signingKinds).where(eq(signingKinds.firmId, work.firm.id));
    return new Map(found.map(({ id, name }) => [id, name]));
  }

  /** @throws Problem "not-found" */
  async get(work: Work, kindId: string): Promise<Kind> {
    const [kind] = await work.tx
      .select()
      .from(signingKinds)
      .where(and(eq(signingKinds.id, kindId), eq(signingKinds.firmId, work.firm.id)));
    if (!kind) throw Problem.notFound('kind of document');
    return kind;
  }

  /** The same, held for this transaction. */
  private async hold(work: Work, kindId: string): Promise<Kind> {
    await work.tx.select({ id: signingKinds.id }).from(signingKinds).where(eq(signingKinds.id, kindId)).for('update');
    return this.get(work, kindId);
  }

  async add(work: Work, { version: _, ...input }: KeepSigningKind): Promise<string> {
    await this.mustBeRight(work, input, null);
    const [row] = await work.tx
      .insert(signingKinds)
      .values({ ...valuesOf(input), firmId: work.firm.id, version: 1, fields: [], signers: 0 })
      .returning();
    await this.say(work, row!.id, `added the kind "${input.name}" of documents for signature`, { after: input });
    return row!.id;
  }

  async change(work: Work, kindId: string, { version, ...input }: KeepSigningKind): Promise<void> {
    const kind = await this.hold(work, kindId);
    if (kind.version !== version) throw Problem.stale('kind of document', kindId);
    await this.mustBeRight(work, input, kindId);
    await work.tx
      .update(signingKinds)
      .set({ ...valuesOf(input), version: version + 1 })
      .where(eq(signingKinds.id, kindId));
    const { name, words, evidence, terms, recordFirst, holdsFiling, mayHandOn } = kind;
    await this.say(work, kindId, `changed the kind "${input.name}" of documents for signature`, {
      before: { name, words, evidence, terms, recordFirst, holdsFiling, mayHandOn },
      after: input,
    });
  }

  private async mustBeRight(work: Work, { name, terms, words }: KeepSigningKind, kindId: string | null): Promise<void> {
    if ((await this.list(work)).some((one) => one.name.toLowerCase() === name.toLowerCase() && one.id !== kindId))
      throw Problem.invalid([{ field: 'name', message: `There is a kind "${name}" already. Change that one, or give this one another name.` }]);
    if (terms !== undefined) await this.terms.newest(work, terms);
    if (words !== undefined) this.templates.mustKnow(words, 'words');
  }

  async drop(work: Work, kindId: string): Promise<void> {
    const { name } = await this.get(work, kindId);
    const by = await this.procedures.naming(work, kindId);
    if (by.length > 0) throw Problem.refused('kind-in-use', `"${name}" is given for signature by ${by.join(', ')}. Take it out of there first.`);
    await work.tx.delete(signingKinds).where(eq(signingKinds.id, kindId));
    await this.say(work, kindId, `removed the kind "${name}" of documents for signature`, { before: { name } });
  }

  /** Keeps the document itself, where it is the same for every client; the one before is replaced. */
  async putLetter(work: Work, kindId: string, file: Upload): Promise<void> {
    const { name, letter } = await this.hold(work, kindId);
    if (file.kind !== 'application/pdf') throw Problem.badFile(`${file.name} is not a PDF. Save it as one: it has to look the same to everybody who signs.`);
    await this.store.claim(work, file);
    // Whoever has the rest of the kind before them can still save it: that is not changed.
    await work.tx.update(signingKinds).set({ letter: file }).where(eq(signingKinds.id, kindId));
    await this.say(work, kindId, `keeps ${file.name} as the document of the kind "${name}"`, {
      before: { letter: letter?.name ?? null },
      after: { letter: file.name },
    });
  }

  /** The document of a kind. @throws Problem where it has none */
  async letterOf(work: Work, kindId: string): Promise<Upload> {
    const { letter } = await this.get(work, kindId);
    if (letter === null) throw Problem.notFound('letter');
    return letter;
  }

  /** Keeps where documents of a kind are signed; places that were kept for it are replaced. A kind of that name is added where there is none. */
  async keepPlaces(work: Work, name: string, fields: readonly SignField[], signers: number): Promise<void> {
    const own = { fields: [...fields], signers };
    const [row] = await work.tx
      .insert(signingKinds)
      .values({ ...own, name, firmId: work.firm.id, version: 1 })
      .onConflictDoUpdate({ target: [signingKinds.firmId, signingKinds.name], set: { ...own, version: sql`${signingKinds.version} + 1` } })
      .returning();
    await this.say(work, row!.id, `kept where to sign for the next document of the kind "${name}"`, { after: { name, fields: fields.length, signers } });
  }

  async forgetPlaces(work: Work, kindId: string): Promise<void> {
    const { name, fields } = await this.hold(work, kindId);
    await work.tx
      .update(signingKinds)
      .set({ fields: [], signers: 0, version: sql`${signingKinds.version} + 1` })
      .where(eq(signingKinds.id, kindId));
    await this.say(work, kindId, `does not keep where to sign for "${name}" any more`, { before: { name, fields: fields.length } });
  }

  async used(work: Work, kindId: string): Promise<void> {
    await work.tx
      .update(signingKinds)
      .set({ used: sql`${signingKinds.used} + 1` })
      .where(eq(signingKinds.id, kindId));
  }

  private async say(work: Work, kindId: string, what: string, changed: { before?: unknown; after?: unknown }): Promise<void> {
    await this.events.record(work, SigningKindChanged, { what, clientId: null, jobId: null, ...changed, payload: { kindId } });
  }
}

const valuesOf = ({ name, words, evidence: { byText, capacity, atLeast, identity }, terms, recordFirst, holdsFiling, mayHandOn }: KeepSigningKind) => ({
  name,
  words: words ?? null,
  evidence: { byText, capacity: capacity?.trim() || null, atLeast, identity },
  terms: terms ?? null,
  recordFirst,
  holdsFiling,
  mayHandOn,
});
