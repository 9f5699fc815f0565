import { parentPort } from 'node:worker_threads';
import { Problem } from '../http/problem';
import type { HeavyAnswer, HeavyOrder, HeavyTask } from './heavy-task';

type Act = (given: never) => unknown;
const known = new Map<string, Act>();

/** On the thread: says who carries out a kind of heavy work. */
export function carriesOut<Given, Made>(task: HeavyTask<Given, Made>, act: (given: Given) => Made | Promise<Made>): void {
  known.set(task.name, act);
}

/** On the thread: takes one order after another. */
export function takeOrders(): void {
  parentPort!.on('message', ({ name, given }: HeavyOrder) => {
    void (async () => {
      let answer: HeavyAnswer;
      try {
        answer = { made: await known.get(name)!(given as never) };
      } catch (error) {
        answer = error instanceof Problem ? { problem: error.view() } : { error: error instanceof Error ? (error.stack ?? error.message) : String(error) };
      }
      parentPort!.postMessage(answer);
    })();
  });
}
