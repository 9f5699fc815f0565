import { Injectable } from '@nestjs/common';
import { type ItemAsked, sameThing } from '@steady/core/asks';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import type { Ask } from '../asks';
import { DocumentsService } from '../documents';
import { ElsewhereService } from './elsewhere.service';
import { requestItems } from './requests.tables';

/** A thing to ask for; what is not said of it is left out. */
export type ThingWanted = Pick<ItemAsked, 'name'> & { [Key in Exclude<keyof ItemAsked, 'name'>]?: ItemAsked[Key] } & { exampleId?: string | null };

/** Puts into a request what it asks for. What comes from elsewhere is listed and not asked. */
@Injectable()
export class RequestFill {
  constructor(
    private readonly documents: DocumentsService,
    private readonly elsewhere: ElsewhereService,
  ) {}

  /** @param from so many are there already @throws Problem for an example of another client */
  async put(work: Work, { id: askId, clientId }: Pick<Ask, 'id' | 'clientId'>, items: readonly ThingWanted[], from: number): Promise<void> {
    for (const { exampleId } of items)
      if (exampleId && (await this.documents.get(work, exampleId)).clientId !== clientId)
        throw Problem.invalid([{ field: 'items', message: 'Choose an example among the documents of this client.' }]);
    const elsewhere = await this.elsewhere.of(work, clientId);
    await work.tx.insert(requestItems).values(
      items.map(({ name, description = null, period = null, wantedBy = null, link = null, exampleId = null }, at) => ({
        firmId: work.firm.id,
        askId,
        position: from + at,
        name,
        description,
        period,
        wantedBy,
        link,
        exampleId,
        state: elsewhere.has(sameThing(name)) ? ('from elsewhere' as const) : ('asked' as const),
        stateSince: work.now.toString(),
      })),
    );
  }
}
