import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import type { Tx } from './tx';

/** What processes on one database tell one another: small, and nothing that is not in the database. */
export interface ProcessNotice {
  /**
   * What open pages of a firm are told when something was confirmed: enough to know what to read again, and no more. The
   * clients are those whom it concerns; null among them stands for none in particular.
   */
  /** What happened in one unit of work, by its id: kinds of events, and the areas whose records were changed. */
  notice?: { firmId: string; id: string; topics: string[]; kinds: string[]; clientIds: (string | null)[] };
  /** How far something long has come, told to whoever waits for it while it is not confirmed yet; by the id that their page knows. */
  progress?: { firmId: string; memberId: string | null; of: string; done: number; total: number };
  /** Sessions or grants ended: whoever is told things is looked at again. */
  look?: true;
  /** Sessions, or what their people may do, changed: nothing that was remembered of sessions holds. */
  sessions?: true;
  /** What is known of a firm changed. */
  firm?: string;
  /** Something may have been missed: nothing that was remembered holds. */
  missed?: true;
}

const CHANNEL = 'steady_almanac';
/** Advisory locks of the database: every process shares the first, one at a time holds the second. */
const RUNS = 7_205_001;
const LEADS = 7_205_002;
const AGAIN_AFTER = 1_000;

/** The processes that work on one database of a server, by a connection that each of them keeps for it. */
export class ServerProcesses {
  private client: pg.Client | null = null;
  private leading = false;
  private closed = false;

  private constructor(
    private readonly url: string,
    private readonly heard: (told: ProcessNotice) => void,
  ) {}

  static async join(url: string, heard: (told: ProcessNotice) => void): Promise<ServerProcesses> {
    const processes = new ServerProcesses(url, heard);
    await processes.connect();
    return processes;
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, keepAlive: true });
    client.on('notification', ({ payload }) => this.heard(JSON.parse(payload ?? '{}') as ProcessNotice));
    client.on('error', () => undefined);
    client.on('end', () => void this.lost(client));
    await client.connect();
    await client.query(`listen ${CHANNEL}`);
    await client.query('select pg_advisory_lock_shared($1)', [RUNS]);
    this.client = client;
  }

  /** The connection broke: its locks are another's by now. It is made again, and what was remembered is forgotten. */
  private async lost(client: pg.Client): Promise<void> {
    if (this.client !== client) return;
    this.client = null;
    this.leading = false;
    while (!this.closed) {
      await wait(AGAIN_AFTER);
      if (this.closed) return;
      try {
        await this.connect();
        this.heard({ missed: true });
        return;
      } catch {
        // The server is not back yet; requests say so for themselves.
      }
    }
  }

  /** Whether this process is the one that does what only one may do: it stays so while its connection holds. */
  async leads(): Promise<boolean> {
    const { client } = this;
    if (client === null || this.leading) return this.leading;
    const { rows } = await client.query<{ got: boolean }>('select pg_try_advisory_lock($1) as got', [LEADS]);
    this.leading = rows[0]!.got && this.client === client;
    return this.leading;
  }

  /** Whether no other process works on the database; from then on none begins to until this one ends. */
  async alone(): Promise<boolean> {
    await this.client!.query('select pg_advisory_unlock_shared($1)', [RUNS]);
    const { rows } = await this.client!.query<{ got: boolean }>('select pg_try_advisory_lock($1) as got', [RUNS]);
    return rows[0]!.got;
  }

  /** Tells all processes, this one too; in a transaction once that is confirmed. */
  async tell(tx: Pick<Tx, 'execute'>, told: ProcessNotice): Promise<void> {
    await tx.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify(told)})`);
  }

  async close(): Promise<void> {
    this.closed = true;
    const { client } = this;
    this.client = null;
    await client?.end();
  }
}
