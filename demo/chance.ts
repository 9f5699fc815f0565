/** A stream of numbers that look random and are the same at every start (mulberry32, public domain). */
export class Chance {
  constructor(private state: number) {}

  /** From 0 up to, not including, 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  /** A whole number from `low` to `high`, both included. */
  between(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  /** True this often: 0.25 is one time in four. */
  is(share: number): boolean {
    return this.next() < share;
  }

  pick<T>(from: readonly T[]): T {
    return from[Math.floor(this.next() * from.length)]!;
  }
}
