import { Injectable, type OnModuleInit, StreamableFile } from '@nestjs/common';
import { Events, eventKind } from '../../platform/events';
import { FileStore, type Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { type Work, Works } from '../../platform/work';

export const LogoChanged = eventKind<object>('logo changed', 'team');

const KINDS = new Set(['image/png', 'image/jpeg', 'image/webp']);
const MOST = 500_000;

/** The firm’s logo, as clients see it. */
@Injectable()
export class LogoService implements OnModuleInit {
  constructor(
    private readonly works: Works,
    private readonly events: Events,
    private readonly store: FileStore,
  ) {}

  onModuleInit(): void {
    this.store.namedBy((work, address) => Promise.resolve(work.firm.logoAddress === address));
  }

  /** @throws Problem for what is no picture, or a large one: it stands on a page that is read on a telephone */
  async keep(work: Work, file: Upload): Promise<void> {
    if (!KINDS.has(file.kind)) throw Problem.badFile('A logo is a PNG, JPEG or WebP picture. Choose another.');
    if (file.bytes > MOST) throw Problem.badFile('A logo has 500 kB at most: clients load it on their telephones. Choose a smaller one.');
    await this.store.claim(work, file);
    await this.change(work, { logoAddress: file.address, logoKind: file.kind, logoBytes: file.bytes });
  }

  async remove(work: Work): Promise<void> {
    await this.change(work, { logoAddress: null, logoKind: null, logoBytes: null });
  }

  private async change(work: Work, set: Pick<Work['firm'], 'logoAddress' | 'logoKind' | 'logoBytes'>): Promise<void> {
    const before = work.firm.logoAddress;
    await this.works.change(work, set);
    await this.events.record(work, LogoChanged, { what: set.logoAddress === null ? 'took the logo away' : 'changed the logo', payload: {} });
    if (before !== null && before !== set.logoAddress) await this.store.giveUp(work, before);
  }

  /** @throws Problem where it has none */
  async content({ firm }: Work): Promise<StreamableFile> {
    if (firm.logoAddress === null) throw Problem.notFound('logo');
    return new StreamableFile(await this.store.read(firm, firm.logoAddress), { type: firm.logoKind!, length: firm.logoBytes!, disposition: 'inline' });
  }
}
