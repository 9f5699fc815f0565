import { closeSync, existsSync, openSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { crc32c } from './crc32c';

/**
 * The log of PostgreSQL 18 as it lies on the disk (xlogrecord.h, xlog_internal.h): pages of 8 KiB in files of 16 MiB. Each page
 * says of which place it is; records follow one another, run over pages, and carry their length, the place of the one before,
 * and a CRC.
 */
const SEGMENT = 16n * 1024n * 1024n;
const PAGE = 8192;
const SHORT_HEADER = 24;
const LONG_HEADER = 40;
const RECORD = 24;
/** Kinds of records: what the log says of itself, and of transactions. */
const XLOG = 0;
const SWITCH = 0x40;
const XACT = 1;
const COMMIT = 0;

const inEight = (number: bigint) => number.toString(16).toUpperCase().padStart(8, '0');

/** The name of the file that holds a place of the log. */
export function fileOfLog(timeline: number, place: bigint): string {
  const part = place / SEGMENT;
  return inEight(BigInt(timeline)) + inEight(part / 256n) + inEight(part % 256n);
}

const aligned = (place: bigint) => (place + 7n) & ~7n;
const headerAt = (page: bigint) => (page % SEGMENT === 0n ? LONG_HEADER : SHORT_HEADER);

/** Where a record stands that would begin at a place: at the top of a page, below its header. */
const startOf = (at: bigint) => (at % BigInt(PAGE) === 0n ? at + BigInt(headerAt(at)) : at);

interface Found {
  end: bigint;
  isCommit: boolean;
}

/** Reads the log page by page. A page that is not of the place where it stands is none: files are used again. */
class Log {
  private readonly pages = new Map<bigint, Buffer | null>();
  private open: { name: string; file: number } | null = null;

  constructor(
    private readonly folder: string,
    private readonly timeline: number,
  ) {}

  page(at: bigint): Buffer | null {
    const known = this.pages.get(at);
    if (known !== undefined) return known;
    const page = this.read(at);
    // Records run over a few pages only; older ones are not asked for again.
    if (this.pages.size > 64) this.pages.clear();
    this.pages.set(at, page);
    return page;
  }

  private read(at: bigint): Buffer | null {
    const name = fileOfLog(this.timeline, at);
    if (this.open?.name !== name) {
      this.close();
      const path = join(this.folder, name);
      if (!existsSync(path)) return null;
      this.open = { name, file: openSync(path, 'r') };
    }
    const page = Buffer.alloc(PAGE);
    if (readSync(this.open.file, page, 0, PAGE, Number(at % SEGMENT)) < PAGE) return null;
    return page.readBigUInt64LE(8) === at ? page : null;
  }

  /** Whether there is a file for a place. */
  reaches(at: bigint): boolean {
    return existsSync(join(this.folder, fileOfLog(this.timeline, at)));
  }

  close(): void {
    if (this.open) closeSync(this.open.file);
    this.open = null;
  }

  /** Bytes of a record, over the headers of pages; null where a page of it is not there. @returns and the place after them */
  private bytes(from: bigint, length: number): { bytes: Buffer; end: bigint } | null {
    const bytes = Buffer.alloc(length);
    let at = from;
    for (let read = 0; read < length;) {
      const start = at - (at % BigInt(PAGE));
      if (at === start) at += BigInt(headerAt(start));
      const page = this.page(start);
      if (page === null) return null;
      const offset = Number(at - start);
      const some = Math.min(length - read, PAGE - offset);
      page.copy(bytes, read, offset, offset + some);
      read += some;
      at += BigInt(some);
    }
    return { bytes, end: at };
  }

  /** The record at a place; null where there is no whole one. @param before the place of the one before it, where that is known */
  record(from: bigint, before: bigint | null): Found | null {
    const head = this.bytes(from, RECORD);
    if (head === null) return null;
    const length = head.bytes.readUInt32LE(0);
    if (length < RECORD || length > 1024 * 1024 * 1024 || (before !== null && head.bytes.readBigUInt64LE(8) !== before)) return null;
    const whole = this.bytes(from, length);
    if (whole === null) return null;
    const crc = crc32c(Buffer.concat([whole.bytes.subarray(RECORD), whole.bytes.subarray(0, 20)]));
    if (crc !== whole.bytes.readUInt32LE(20)) return null;
    const [info, kind] = [whole.bytes[16]!, whole.bytes[17]!];
    // After a switch the log goes on with the next file.
    const isSwitch = kind === XLOG && (info & 0xf0) === SWITCH;
    const end = isSwitch ? whole.end + SEGMENT - 1n - ((whole.end + SEGMENT - 1n) % SEGMENT) : aligned(whole.end);
    return { end, isCommit: kind === XACT && (info & 0x70) === COMMIT };
  }
}

/** Where the first record that begins on a page stands; null where none does. */
function firstOn(page: Buffer, at: bigint): bigint | null {
  const rest = page.readUInt32LE(16);
  const from = aligned(at + BigInt(headerAt(at)) + BigInt(rest));
  return from < at + BigInt(PAGE) ? from : null;
}

/** Records that follow one another from a place on, up to where no whole one stands. */
function chainFrom(log: Log, from: bigint): { end: bigint; commits: number } {
  let [at, before, commits] = [from, null as bigint | null, 0];
  for (;;) {
    const found = log.record(at, before);
    if (found === null) return { end: at, commits };
    if (found.isCommit) commits += 1;
    before = startOf(at);
    at = found.end;
  }
}

/** Whether two commits follow one another somewhere. @param first where records go on, if that is known @param page the first page that is looked at besides */
function holdsTwo(log: Log, first: bigint | null, page: bigint): boolean {
  let [from, at] = [first, page];
  for (;;) {
    if (from !== null) {
      const { end, commits } = chainFrom(log, from);
      if (commits >= 2) return true;
      const next = end - (end % BigInt(PAGE)) + BigInt(PAGE);
      if (next > at) at = next;
    }
    if (!log.reaches(at)) return false;
    const bytes = log.page(at);
    from = bytes === null ? null : firstOn(bytes, at);
    at += BigInt(PAGE);
  }
}

/**
 * Whether the log ends for good where it stops making sense, or was changed there. The database asks that of no log: it takes
 * the first record that is not whole for the end. But each commit waits until the log up to it is safe, so at most one commit
 * can stand behind a place that the disk did not keep. Where two do, something was lost that had been confirmed.
 *
 * @param from the place from which the database goes on
 */
export function logIsBroken(folder: string, timeline: number, from: bigint): boolean {
  const log = new Log(folder, timeline);
  try {
    const end = chainFrom(log, from).end;
    // What follows on the same page stands at some place that is not known.
    const page = end - (end % BigInt(PAGE));
    for (let at = end + 8n; at < page + BigInt(PAGE); at += 8n) if (log.record(at, null) !== null) return holdsTwo(log, at, page + BigInt(PAGE));
    return holdsTwo(log, null, page + BigInt(PAGE));
  } finally {
    log.close();
  }
}
