import { StreamableFile } from '@nestjs/common';
import type { FileStore } from '../../platform/files';
import type { Work } from '../../platform/work';

interface ToSend {
  address: string;
  kind: string;
  bytes: number;
}

/** A file as an attachment, so that no browser runs what is in it; its kind is what its bytes say. */
export async function sendDocument(work: Work, store: FileStore, { address, kind, bytes }: ToSend, name: string): Promise<StreamableFile> {
  const plain = name.replace(/[^\x20-\x7e]|["\\%]/g, '_');
  return new StreamableFile(await store.read(work.firm, address), {
    type: kind,
    length: bytes,
    disposition: `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  });
}
