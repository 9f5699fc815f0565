import { StreamableFile } from '@nestjs/common';
import type { FileStore } from '../../platform/files';
import type { Work } from '../../platform/work';
import type { Document } from './documents.service';

/** A file as an attachment, so that no browser runs what is in it; its kind is what its bytes say. */
export async function sendDocument(work: Work, store: FileStore, document: Document): Promise<StreamableFile> {
  const plain = document.name.replace(/[^\x20-\x7e]|["\\%]/g, '_');
  return new StreamableFile(await store.read(work.firm, document.address), {
    type: document.kind,
    length: document.bytes,
    disposition: `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(document.name)}`,
  });
}
