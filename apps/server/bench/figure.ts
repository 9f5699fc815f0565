/** One line of the bench: what was done, how long it took, and how much of it there was. */
export const figure = (what: string, began: number, more: string) =>
  console.log(`${what.padEnd(52)}${`${(performance.now() - began).toFixed(0)} ms`.padStart(10)}  ${more}`);
