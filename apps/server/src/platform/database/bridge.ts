import { Worker } from 'node:worker_threads';
import type { QueryOptions, Results } from '@electric-sql/pglite';
import type { BridgeAnswer, BridgeOrder } from './bridge-protocol';
import type { EmbeddedDatabase } from './embedded-database';
import { embeddedProgram } from './embedded-program';

interface Pending {
  resolve(value: unknown): void;
  reject(error: Error): void;
  timer: NodeJS.Timeout;
}

/** A statement ran longer than allowed; the database was closed on it and opened again. */
export class RunawayQueryError extends Error {}

/** An error of the database, with its SQLSTATE in `code`. */
export class DatabaseError extends Error {
  constructor(
    message: string,
    readonly code: string | undefined,
    readonly detail: string | undefined,
    readonly constraint: string | undefined,
  ) {
    super(message);
  }
}

export interface BridgeOptions {
  workerFile: URL;
  /** Null keeps the database in memory. */
  dataDir: string | null;
  template: string | null;
  /** Works on the calling thread, without the cost of the way to another: for filling a new database that serves nobody yet. */
  onThisThread?: boolean;
  /** Confirmed writes are safe against a power cut; off while the demo firm is generated, which is made safe at its end. On if left out. */
  syncs?: boolean;
  /** Has what checks pages and indexes at hand. */
  checks?: boolean;
  /** Milliseconds after which a statement is ended; the database itself has no such limit. */
  statementLimit: number;
}

type QueryClient = Pick<DatabaseBridge, 'query' | 'exec'>;

/**
 * The embedded database as the rest of the application sees it: `query`, `exec` and `transaction` with the shapes that
 * drizzle-orm/pglite expects, carried out on a thread of its own. One transaction at a time.
 */
export class DatabaseBridge {
  private worker: Worker | null = null;
  private here: EmbeddedDatabase | null = null;
  /** Closed for good: whoever comes late does not open it again, the folder may be another's by then. */
  private closed = false;
  private next = 1;
  private readonly pending = new Map<number, Pending>();
  private queue: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly options: BridgeOptions,
    private readonly program: WebAssembly.Module,
  ) {}

  static async open(options: BridgeOptions): Promise<DatabaseBridge> {
    const bridge = new DatabaseBridge(options, await embeddedProgram());
    try {
      await bridge.start();
    } catch (error) {
      bridge.closed = true;
      await bridge.worker?.terminate();
      throw error;
    }
    return bridge;
  }

  private async start(): Promise<void> {
    if (this.options.onThisThread) {
      const { EmbeddedDatabase } = await import('./embedded-database');
      this.here = new EmbeddedDatabase();
      await this.here.carryOut(this.opening());
      return;
    }
    const worker = new Worker(this.options.workerFile, { execArgv: [] });
    this.worker = worker;
    worker.on('message', (answer: BridgeAnswer) => this.take(answer));
    worker.on('error', (error) => this.fail(worker, error));
    worker.on('exit', () => this.fail(worker, new Error('The database thread ended')));
    await this.call(this.opening(), 120_000);
  }

  private opening(): BridgeOrder & { do: 'open' } {
    const { dataDir, template, syncs = true, checks = false } = this.options;
    return { do: 'open', dataDir, template, syncs, checks, program: this.program };
  }

  private take(answer: BridgeAnswer): void {
    const waiting = this.pending.get(answer.id);
    if (!waiting) return;
    this.pending.delete(answer.id);
    clearTimeout(waiting.timer);
    if ('error' in answer) waiting.reject(new DatabaseError(answer.error.message, answer.error.code, answer.error.detail, answer.error.constraint));
    else waiting.resolve(answer.result);
  }

  private fail(worker: Worker, error: Error): void {
    if (this.worker !== worker) return;
    this.worker = null;
    for (const waiting of this.pending.values()) {
      clearTimeout(waiting.timer);
      waiting.reject(error);
    }
    this.pending.clear();
  }

  private async call(order: BridgeOrder, limit = this.options.statementLimit): Promise<unknown> {
    if (this.closed) throw new Error('The database is closed');
    if (this.here) return this.here.carryOut(order);
    if (!this.worker) await this.start();
    const id = this.next++;
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => this.endRunaway(), limit);
      this.pending.set(id, { resolve, reject, timer });
      this.worker!.postMessage({ ...order, id });
    });
  }

  /** Ends the thread with whatever it is doing. What was confirmed stays; the next call opens the database again. */
  private endRunaway(): void {
    const worker = this.worker;
    if (!worker) return;
    this.fail(worker, new RunawayQueryError('The statement took too long and was ended.'));
    void worker.terminate();
  }

  private async run<T>(sql: string, params: unknown[] = [], options: QueryOptions = {}): Promise<Results<T>> {
    // The mapper's own parsers leave text as it is, and that is how the database gives it.
    return (await this.call({ do: 'query', sql, params, rowMode: options.rowMode ?? 'object' })) as Results<T>;
  }

  /** Waits for its turn: a statement of its own never falls inside another's transaction. */
  private inTurn<T>(act: () => Promise<T>): Promise<T> {
    const turn = this.queue.then(act, act);
    this.queue = turn.catch(() => undefined);
    return turn;
  }

  query<T>(sql: string, params?: unknown[], options?: QueryOptions): Promise<Results<T>> {
    return this.inTurn(() => this.run<T>(sql, params, options));
  }

  exec(sql: string): Promise<unknown> {
    return this.inTurn(() => this.call({ do: 'exec', sql }, 120_000));
  }

  /** @param opening how it begins, where more than that is said */
  transaction<T>(act: (client: QueryClient) => Promise<T>, opening = 'begin'): Promise<T> {
    return this.inTurn(async () => {
      await this.call({ do: 'exec', sql: opening });
      const client: QueryClient = {
        query: (sql, params, options) => this.run(sql, params, options),
        exec: (sql) => this.call({ do: 'exec', sql }),
      };
      try {
        const result = await act(client);
        await this.run('commit');
        return result;
      } catch (error) {
        if (this.worker || this.here) await this.run('rollback');
        throw error;
      }
    });
  }

  /** Writes everything into its place, so that the log before it is wanted no more. @param above not before so many bytes were logged @returns whether it did */
  checkpoint(above: number): Promise<boolean> {
    return this.inTurn(async () => (await this.call({ do: 'checkpoint', above }, 120_000)) as boolean);
  }

  /** Writes the whole database to one compressed file. */
  dump(file: string): Promise<unknown> {
    return this.inTurn(() => this.call({ do: 'dump', file }, 120_000));
  }

  async close(): Promise<void> {
    await this.inTurn(async () => {
      const { worker } = this;
      if (worker || this.here) await this.call({ do: 'close' }, 30_000);
      this.closed = true;
      this.worker = null;
      this.here = null;
      await worker?.terminate();
    });
  }
}
