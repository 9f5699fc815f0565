import { Injectable } from '@nestjs/common';
import type { Request } from 'express';
import type { Identity, Known } from '../identity';
import { type Work, Works } from '../work';
import { FileStore, type StoredFile } from './file-store';
import { receiveUpload } from './receive-upload';

export type Upload = StoredFile & { name: string };

/** How a file comes in: whoever may not send it is told before it is read, and one that is refused after leaves nothing behind. */
@Injectable()
export class Uploads {
  constructor(
    private readonly works: Works,
    private readonly store: FileStore,
  ) {}

  /**
   * @param may asks whether it may be sent at all; what it gives is handed on
   * @param record takes it into the books
   * @param identity who sends it
   */
  async take<Allowed, Given>(
    request: Request & Known,
    may: (work: Work) => Promise<Allowed>,
    record: (work: Work, file: Upload, allowed: Allowed) => Promise<Given>,
    identity: Identity = request.identity!,
  ): Promise<Given> {
    const { firm, allowed } = await this.works.run(identity, async (work) => ({ firm: work.firm, allowed: await may(work) }));
    const file = await receiveUpload(request, (content) => this.store.keep(firm, content));
    return this.recorded(identity, file, (work) => record(work, file, allowed));
  }

  /** Takes a file that was kept into the books; one whose record is refused leaves nothing behind. */
  async recorded<Given>(identity: Identity, file: StoredFile, record: (work: Work) => Promise<Given>): Promise<Given> {
    try {
      return await this.works.run(identity, record);
    } catch (error) {
      await this.works.run(identity, (work) => this.store.discard(work, file), { readOnly: true });
      throw error;
    } finally {
      this.store.release(file);
    }
  }
}
