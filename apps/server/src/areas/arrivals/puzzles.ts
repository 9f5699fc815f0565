import { Injectable } from '@nestjs/common';
import { type Challenge, type Payload, createChallenge, verifySolution } from 'altcha-lib';
import { deriveKey } from 'altcha-lib/algorithms/pbkdf2';
import { Temporal } from '@steady/core/calendar';
import { Keys } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';

const ALGORITHM = 'PBKDF2/SHA-256';
/** Rounds of one try, and what its result has to begin with: 256 tries on average, about a second of a browser’s time. */
const ROUNDS = 1_000;
const PREFIX = '00';
/** So long what a browser works at is good. */
const GOOD_FOR = Temporal.Duration.from({ minutes: 30 });

const notDone = (detail: string) => Problem.of(422, 'proof-wanted', 'Not sent', detail);

/** Work that a browser does before a stranger may leave something: nothing for one person, much for a thousand messages. It asks nobody outside. */
@Injectable()
export class Puzzles {
  constructor(private readonly keys: Keys) {}

  /** @returns as text for the browser */
  async make({ firm, now }: Work): Promise<string> {
    const challenge = await createChallenge({
      algorithm: ALGORITHM,
      deriveKey,
      cost: ROUNDS,
      keyPrefix: PREFIX,
      hmacSignatureSecret: this.keys.signsWith(firm),
      // Our own clock says when it is over: any day can be rehearsed.
      data: { firm: firm.id, at: now.epochMilliseconds },
    });
    return JSON.stringify(challenge);
  }

  /**
   * @param proof the challenge and its solution, as text
   * @returns what tells this work from any other, so that it counts once
   * @throws Problem where it was not done, not for this firm, or too long ago
   */
  async mustBeDone({ firm, now }: Work, proof: string): Promise<string> {
    const { challenge, solution } = payloadIn(proof);
    const { at, firm: of } = challenge.parameters.data ?? {};
    const good = await verifySolution({ challenge, solution, deriveKey, hmacSignatureSecret: this.keys.signsWith(firm) }).catch(() => ({ verified: false }));
    if (!good.verified || of !== firm.id || typeof at !== 'number')
      throw notDone('Your browser did not finish its part. Load this page again; what you typed stays.');
    const made = Temporal.Instant.fromEpochMilliseconds(at);
    if (Temporal.Instant.compare(made.add(GOOD_FOR), now) < 0) throw notDone('This page stood open for a long time. Send it once more.');
    return challenge.parameters.nonce;
  }
}

function payloadIn(proof: string): { challenge: Challenge; solution: Payload['solution'] } {
  try {
    const { challenge, solution } = JSON.parse(proof) as Payload;
    if (typeof challenge.parameters.nonce === 'string' && challenge.parameters.algorithm === ALGORITHM && challenge.parameters.cost === ROUNDS)
      return { challenge, solution };
  } catch {
    // Said below.
  }
  throw notDone('Your browser did not finish its part. Load this page again; what you typed stays.');
}
