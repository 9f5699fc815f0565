import { may } from '../identity';
import { Controller, Injectable } from '@nestjs/common';
import { type SQL, and, eq, isNull, or, sql } from 'drizzle-orm';
import { whyNotFilter } from '@steady/core/lists';
import { type ListFieldsView, type ListOf, SaveList, type SavedListView } from '@steady/contract/lists';
import * as routes from '@steady/contract/saved-lists.routes';
import { newId, rows } from '../database';
import { Problem } from '../http/problem';
import { type Asked, Does } from '../http/routes';
import { type Work, staffId } from '../work';
import type { ListField } from './list-field';
import { savedLists } from './tables';

type FieldsOf = (work: Work) => Promise<ListField[]>;

/** The lists people save. Each area that has a list says what its fields are. */
@Injectable()
export class SavedLists {
  private readonly known = new Map<ListOf, FieldsOf>();

  /** Says what the fields of a list are. */
  register(of: ListOf, fields: FieldsOf): void {
    this.known.set(of, fields);
  }

  /** What a list can show and be filtered by, and the lists saved of it: the shared ones first. */
  async fieldsOf(work: Work, of: ListOf): Promise<ListFieldsView> {
    const fields = (await this.known.get(of)!(work)).map(({ key, name, kind, choices, currency }) => ({
      key,
      name,
      kind,
      ...(choices ? { choices } : {}),
      ...(currency ? { currency } : {}),
    }));
    const saved = await rows<SavedListView>(
      work.tx,
      sql`select id, name, member_id is null as shared, filters, columns, sort, more from saved_lists
          where firm_id = ${work.firm.id} and "of" = ${of} and (member_id is null or member_id = ${staffId(work)}) order by member_id is null desc, name collate "unicode"`,
    );
    return { fields, saved };
  }

  /** Saves a list under a name; one of the same name and owner is replaced. */
  async save(work: Work, { of, name, shared, filters, columns, sort, more = {} }: SaveList): Promise<string> {
    const fields = await this.known.get(of)!(work);
    for (const filter of filters) {
      const why = whyNotFilter(
        fields.find((field) => field.key === filter.field),
        filter,
      );
      if (why) throw Problem.invalid([{ field: 'filters', message: why }], why);
    }
    if (Object.values(more).some((value) => typeof value !== 'string' || value.length > 100) || Object.keys(more).length > 12)
      throw Problem.invalid([{ field: 'more', message: 'What this list is filtered by cannot be saved.' }]);
    const memberId = shared ? null : staffId(work);
    const mine = memberId === null ? isNull(savedLists.memberId) : eq(savedLists.memberId, memberId);
    if (shared) await this.mustBeOwn(work, and(eq(savedLists.of, of), eq(savedLists.name, name), mine)!);
    await work.tx.delete(savedLists).where(and(eq(savedLists.firmId, work.firm.id), eq(savedLists.of, of), eq(savedLists.name, name), mine));
    const id = newId();
    await work.tx.insert(savedLists).values({ id, firmId: work.firm.id, memberId, byId: staffId(work), of, name, filters, columns, sort: sort ?? null, more });
    return id;
  }

  /** A list of the firm is changed and removed by who saved it, and by those who set up the firm's services. */
  private async mustBeOwn(work: Work, which: SQL): Promise<void> {
    if (may(work.actor, 'change services')) return;
    const found = await work.tx
      .select({ byId: savedLists.byId })
      .from(savedLists)
      .where(and(eq(savedLists.firmId, work.firm.id), which));
    if (found.some((list) => list.byId !== staffId(work)))
      throw Problem.refused('not-own-list', 'This list is the firm\u2019s, saved by somebody else. Save yours under another name, or ask them.');
  }

  /** Removes one's own list, or a shared one that one saved. */
  async remove(work: Work, id: string): Promise<void> {
    await this.mustBeOwn(work, and(eq(savedLists.id, id), isNull(savedLists.memberId))!);
    const removed = await work.tx
      .delete(savedLists)
      .where(and(eq(savedLists.id, id), eq(savedLists.firmId, work.firm.id), or(isNull(savedLists.memberId), eq(savedLists.memberId, staffId(work)))))
      .returning({ id: savedLists.id });
    if (removed.length === 0) throw Problem.notFound('list');
  }
}

@Controller()
export class SavedListsController {
  constructor(private readonly lists: SavedLists) {}

  @Does(routes.save, { input: SaveList })
  async save({ work, input }: Asked<typeof routes.save>): Promise<{ id: string }> {
    return { id: await this.lists.save(work, input) };
  }

  @Does(routes.drop)
  remove({ work, at: { id } }: Asked<typeof routes.drop>): Promise<void> {
    return this.lists.remove(work, id);
  }
}
