/**
 * Long acts that are done in lots, each in a transaction of its own: one at a time for each id, however often it is begun,
 * and ended between two lots when the application stops. What is left then goes on with the next round.
 */
export class LongActs {
  private readonly going = new Map<string, Promise<unknown>>();
  private stopped = false;

  /** The application stops: nothing is begun any more, and what goes on ends after its lot. */
  get isStopped(): boolean {
    return this.stopped;
  }

  /** Begins an act, or gives the one that goes on. */
  run<Given>(id: string, act: () => Promise<Given>): Promise<Given> {
    const known = this.going.get(id);
    if (known) return known as Promise<Given>;
    const going = act().finally(() => this.going.delete(id));
    this.going.set(id, going);
    return going;
  }

  /** Waits for what goes on. */
  async settled(): Promise<void> {
    await Promise.allSettled(this.going.values());
  }

  async stop(): Promise<void> {
    this.stopped = true;
    await this.settled();
  }
}
