/**
 * Keys of what somebody means to do once. An act is one address of the server; its key stays the same until an answer has
 * come, and goes then. After a lost answer the next press carries the same key: the server does it if it had not, and
 * otherwise answers as it did first. Where the form was changed in between and the first press had arrived, it says so.
 */
interface Intent {
  key: string;
  body: string | undefined;
  /** No answer came to the last press. */
  lost: boolean;
}

const intents = new Map<string, Intent>();

const freshKey = () => Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');

/** The key of an act: a new one, or that of the press whose answer is awaited or was lost. */
export function keyFor(act: string, body: string | undefined): string {
  const known = intents.get(act);
  if (known && (known.lost || known.body === body)) {
    known.lost = false;
    return known.key;
  }
  const key = freshKey();
  // Something else is on its way to the same address: that is another act, and keeps its key.
  if (!known) intents.set(act, { key, body, lost: false });
  return key;
}

/** No answer came, or one that does not tell whether it was done. */
export function noteLost(act: string, key: string): void {
  const known = intents.get(act);
  if (known?.key === key) known.lost = true;
}

/** It was done or refused: the next press means something new. */
export function noteAnswered(act: string, key: string): void {
  if (intents.get(act)?.key === key) intents.delete(act);
}
