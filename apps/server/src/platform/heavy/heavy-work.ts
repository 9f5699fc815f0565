import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { Problem } from '../http/problem';
import type { HeavyAnswer, HeavyOrder, HeavyTask } from './heavy-task';

/** Of two processors one is left to everybody else. */
const THREADS = Math.max(1, Math.min(2, availableParallelism() - 1));
const MEGABYTES = 768;
const LIMIT = 120_000;
/** A second thread that has nothing to do for so long is ended; one stays, so that small things do not wait for its start. */
const IDLE = 30_000;
const MOST_WAITING = 100;

const NAME = 'heavy-worker.js';

/** The built thread: beside the built program or above its parts, or, running from source, where the build puts it. */
function workerFile(): URL {
  const places = [`./${NAME}`, `../${NAME}`, `../../../dist/${NAME}`].map((place) => new URL(place, import.meta.url));
  return places.find((place) => existsSync(fileURLToPath(place))) ?? places.at(-1)!;
}

interface Waiting {
  order: HeavyOrder;
  transfer: ArrayBuffer[];
  resolve: (made: unknown) => void;
  reject: (error: Error) => void;
}

const TOO_MUCH = Problem.of(
  422,
  'too-much',
  'Too much at once',
  'This is more than can be worked through at once. Nothing was changed. Send it in parts, or a simpler copy of it.',
);

/**
 * What is heavy (spreadsheets, sorting of long files, PDFs) is done on a few threads of its own: whoever else works at the
 * same time does not wait for it. One that takes too long or too much memory is ended, and only what it did fails.
 */
@Injectable()
export class HeavyWork implements OnApplicationShutdown {
  private readonly idle = new Map<Worker, NodeJS.Timeout>();
  private readonly busy = new Set<Worker>();
  private readonly waiting: Waiting[] = [];
  private closed = false;

  /**
   * @param transfer memory that is handed over and not copied
   * @throws Problem of the task itself; when it is too much; when too much waits already
   */
  run<Given, Made>(task: HeavyTask<Given, Made>, given: Given, transfer: ArrayBuffer[] = []): Promise<Made> {
    if (this.waiting.length >= MOST_WAITING)
      return Promise.reject(Problem.of(503, 'busy', 'Not now', 'Too much is being worked on already. Nothing was changed; try again in a minute.'));
    return new Promise<Made>((resolve, reject) => {
      this.waiting.push({ order: { name: task.name, given }, transfer, resolve: resolve as Waiting['resolve'], reject });
      this.next();
    });
  }

  private next(): void {
    if (this.waiting.length === 0 || this.busy.size >= THREADS) return;
    const worker = this.take();
    this.busy.add(worker);
    void this.carryOut(worker, this.waiting.shift()!);
  }

  private take(): Worker {
    for (const [worker, ending] of this.idle) {
      clearTimeout(ending);
      this.idle.delete(worker);
      worker.ref();
      return worker;
    }
    const worker = new Worker(workerFile(), { execArgv: [], resourceLimits: { maxOldGenerationSizeMb: MEGABYTES } });
    // One that ends while nobody waits for it is not asked again.
    worker
      .on('error', () => undefined)
      .once('exit', () => {
        clearTimeout(this.idle.get(worker));
        this.idle.delete(worker);
      });
    return worker;
  }

  private async carryOut(worker: Worker, { order, transfer, resolve, reject }: Waiting): Promise<void> {
    let ended = false;
    const end = () => {
      ended = true;
      void worker.terminate();
    };
    try {
      const answer = await new Promise<HeavyAnswer>((answered, failed) => {
        const limit = setTimeout(() => {
          end();
          failed(TOO_MUCH);
        }, LIMIT);
        const settle = (act: () => void) => {
          clearTimeout(limit);
          worker.off('message', take).off('error', fail).off('exit', gone);
          act();
        };
        const take = (given: HeavyAnswer) => settle(() => answered(given));
        const fail = (error: Error & { code?: string }) => {
          ended = true;
          settle(() => failed(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? TOO_MUCH : error));
        };
        const gone = () => {
          ended = true;
          settle(() => failed(new Error('The thread ended')));
        };
        worker.on('message', take).on('error', fail).on('exit', gone);
        worker.postMessage(order, transfer);
      });
      if ('made' in answer) resolve(answer.made);
      else if ('problem' in answer) reject(Problem.from(answer.problem));
      else reject(new Error(answer.error));
    } catch (error) {
      reject(error as Error);
    } finally {
      this.busy.delete(worker);
      if (this.closed && !ended) end();
      if (!ended) this.rest(worker);
      this.next();
    }
  }

  private rest(worker: Worker): void {
    worker.unref();
    const end = () => {
      if (this.idle.size + this.busy.size <= 1) return;
      this.idle.delete(worker);
      void worker.terminate();
    };
    this.idle.set(worker, setTimeout(end, IDLE).unref());
  }

  async onApplicationShutdown(): Promise<void> {
    this.closed = true;
    for (const one of this.waiting.splice(0)) one.reject(new Error('The application stops'));
    await Promise.all([...this.idle.keys(), ...this.busy].map((worker) => worker.terminate()));
  }
}
