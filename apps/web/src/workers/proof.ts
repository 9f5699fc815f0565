import { type Challenge, solveChallenge } from 'altcha-lib';
import { deriveKey } from 'altcha-lib/algorithms/web/pbkdf2';
import { expose } from 'comlink';

/** Does the work that a public page asks of a browser, away from the page. @param asked the challenge as text @returns it with its solution, as text */
async function prove(asked: string): Promise<string> {
  const challenge = JSON.parse(asked) as Challenge;
  const solution = await solveChallenge({ challenge, deriveKey });
  return JSON.stringify({ challenge, solution });
}
expose(prove);
