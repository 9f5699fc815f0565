import { Injectable, type OnModuleInit } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { KEPT_FOR_GOOD, KEPT_KINDS, KEPT_WORDS, type KeepingPeriods, yearsFor } from '@steady/core/keeping';
import { counted } from '@steady/core/words';
import type { PeriodsView, SetPeriods } from '@steady/contract/keeping';
import { Events, eventKind } from '../../platform/events';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { FoldersService } from '../documents';
import { keepingPeriods } from './keeping.tables';

export const PeriodsChanged = eventKind<object>('keeping periods changed', 'keeping');

const inWords = (years: number | null) => (years === null ? 'for good' : counted(years, 'year'));

/** For how long the firm keeps what, after the end of an engagement. */
@Injectable()
export class PeriodsService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly folders: FoldersService,
    private readonly present: Present,
  ) {}

  onModuleInit(): void {
    this.present.register('keeping periods', (work) => this.view(work));
  }

  private async row(work: Work): Promise<(KeepingPeriods & { id: string; version: number }) | null> {
    const [found] = await work.tx.select().from(keepingPeriods).where(eq(keepingPeriods.firmId, work.firm.id));
    return found ?? null;
  }

  async periods(work: Work): Promise<KeepingPeriods> {
    return (await this.row(work)) ?? KEPT_FOR_GOOD;
  }

  async view(work: Work): Promise<PeriodsView> {
    const row = await this.row(work);
    const periods = row ?? KEPT_FOR_GOOD;
    return {
      version: row?.version ?? 1,
      kinds: KEPT_KINDS.map((kind) => ({ kind, years: yearsFor(periods, kind) })),
      folders: (await this.folders.templates(work)).map(({ id, name }) => ({
        folderId: id,
        name,
        own: periods.folders[id] !== undefined,
        years: yearsFor(periods, 'documents', id),
      })),
    };
  }

  /** @throws Problem "changed-meanwhile" where somebody else set them since */
  async set(work: Work, { version, ...given }: SetPeriods): Promise<void> {
    const before = await this.view(work);
    const unknown = given.folders.find(({ folderId }) => !before.folders.some((one) => one.folderId === folderId));
    if (unknown) throw Problem.invalid([{ field: 'folders', message: 'A folder was removed meanwhile. Look at the list again.' }]);
    const kinds = Object.fromEntries(given.kinds.map(({ kind, years }) => [kind, years]));
    const firmId = work.firm.id;
    // The first time there is nothing to hold: of two who set them at once the second finds the row of the first.
    await work.tx
      .insert(keepingPeriods)
      .values({ firmId, ...KEPT_FOR_GOOD })
      .onConflictDoNothing();
    const [held] = await work.tx.select().from(keepingPeriods).where(eq(keepingPeriods.firmId, firmId)).for('update');
    if (held!.version !== version) throw Problem.stale('keeping periods', held!.id);
    // A folder that clients no longer get keeps its time as long as something lies in it.
    const retired = Object.entries(held!.folders).filter(([id]) => !before.folders.some(({ folderId }) => folderId === id));
    const folders = Object.fromEntries([...retired, ...given.folders.map(({ folderId, years }) => [folderId, years] as const)]);
    await work.tx
      .update(keepingPeriods)
      .set({ kinds, folders, version: version + 1 })
      .where(eq(keepingPeriods.firmId, firmId));
    const after = await this.view(work);
    const said = [
      ...after.kinds.map(({ kind, years }) => `${KEPT_WORDS[kind].name.toLowerCase()} ${inWords(years)}`),
      ...after.folders.filter(({ own }) => own).map(({ name, years }) => `the folder ${name} ${inWords(years)}`),
    ];
    await this.events.record(work, PeriodsChanged, { what: `set how long things are kept: ${said.join(', ')}`, before, after, payload: {} });
  }
}
