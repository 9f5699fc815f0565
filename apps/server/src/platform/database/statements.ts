import { type PGlite, type Results, messages, parse, protocol, types } from '@electric-sql/pglite';

const { serialize } = protocol;

/** How many prepared statements are kept; the one unused for longest goes first. */
const KEPT = 400;

/** What a parameter is on the wire: the text that the database reads, as a server's driver sends it too. */
function wireValue(value: unknown): string | Uint8Array | null {
  if (value === null || value === undefined) return null;
  if (value instanceof Uint8Array) return value;
  if (Array.isArray(value)) return types.arraySerializer(value as never[], (one: unknown) => wireValue(one) as string, 0);
  if (value instanceof Date) return value.toISOString();
  if (typeof value === 'object') return JSON.stringify(value);
  return typeof value === 'string' ? value : `${value as number | boolean | bigint}`;
}

function joined(parts: Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

/**
 * Prepared statements of the embedded database, each sent with its values in one message. The client's own `query`
 * crosses into the database six times for a statement and plans it anew each time; most of ours cost less than that.
 */
export class Statements {
  private readonly prepared = new Map<string, string>();
  private next = 1;

  constructor(
    private readonly database: PGlite,
    private readonly parsers: Record<number, (value: string) => unknown>,
  ) {}

  /** @throws the database's own error, with its SQLSTATE in `code` */
  async query(sql: string, params: unknown[], rowMode: 'array' | 'object'): Promise<Pick<Results, 'rows' | 'fields' | 'affectedRows'>> {
    const known = this.prepared.get(sql);
    const name = known ?? `s${this.next++}`;
    const parts = known === undefined ? [serialize.parse({ name, text: sql })] : [];
    parts.push(serialize.bind({ statement: name, values: params.map(wireValue) }), serialize.describe({ type: 'P' }), serialize.execute({}), serialize.sync());
    const { messages: answers } = await this.database.execProtocol(joined(parts), { syncToFs: false, throwOnError: false });
    const error = answers.find((answer) => answer instanceof messages.DatabaseError);
    if (known === undefined && answers.some((answer) => answer.name === 'parseComplete')) await this.keep(sql, name);
    else if (known !== undefined) {
      this.prepared.delete(sql);
      this.prepared.set(sql, name);
    }
    if (error) throw error;
    const { rows, fields, affectedRows } = parse.parseResults(answers, this.parsers, { rowMode })[0] ?? { rows: [], fields: [], affectedRows: 0 };
    return { rows, fields, affectedRows };
  }

  private async keep(sql: string, name: string): Promise<void> {
    this.prepared.set(sql, name);
    if (this.prepared.size <= KEPT) return;
    const [oldest] = this.prepared;
    this.prepared.delete(oldest![0]);
    await this.database.execProtocol(joined([serialize.close({ type: 'S', name: oldest![1] }), serialize.sync()]), { syncToFs: false, throwOnError: false });
  }
}
