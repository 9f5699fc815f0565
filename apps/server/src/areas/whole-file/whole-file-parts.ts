import { Injectable } from '@nestjs/common';
import { type Cell, csvText } from '../../platform/files';
import type { Work } from '../../platform/work';
import type { ZipEntry } from './zip';
import { type Money, decimalOf, isMoney } from '@steady/core/money';

/** Whose file is gathered, and whether money is in it. */
export interface FileOf {
  id: string;
  name: string;
  fees: boolean;
}

type Part = (work: Work, of: FileOf) => Promise<ZipEntry[]>;

/** The parts of a client's whole file, brought by the areas that know something of clients. */
@Injectable()
export class WholeFileParts {
  private parts: { at: number; read: Part }[] = [];
  private nameOf: (work: Work, clientId: string) => Promise<string> = () => Promise.reject(new Error('Nobody has said what clients are called'));

  /** @param nameOf what a client is called; refuses one that is not seen */
  knowClients(nameOf: (work: Work, clientId: string) => Promise<string>): void {
    this.nameOf = nameOf;
  }

  /** @param at where they stand among those of others, the smaller first */
  bring(at: number, read: Part): void {
    this.parts = [...this.parts, { at, read }].sort((a, b) => a.at - b.at);
  }

  /** @throws Problem when there is no such client for whoever asks */
  async gather(work: Work, id: string, fees: boolean): Promise<{ client: string; entries: ZipEntry[] }> {
    const of = { id, name: await this.nameOf(work, id), fees };
    const entries: ZipEntry[] = [];
    for (const { read } of this.parts) entries.push(...(await read(work, of)));
    return { client: of.name, entries };
  }
}

/**
 * Rows as a table of the file, under the names of their columns; nothing where there are none. Sums of money stand as
 * plain decimals, their currency in a column of its own.
 */
export function table(name: string, found: readonly Record<string, Cell | Money>[]): ZipEntry[] {
  if (found.length === 0) return [];
  const currency = found.flatMap((row) => Object.values(row)).find(isMoney)?.currency;
  return [
    {
      name: `${name}.csv`,
      text: csvText(
        [...Object.keys(found[0]!), ...(currency ? ['currency'] : [])],
        found.map((row) => [...Object.values(row).map((cell) => (isMoney(cell) ? decimalOf(cell) : cell)), ...(currency ? [currency] : [])]),
      ),
    },
  ];
}
