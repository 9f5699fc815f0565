/**
 * How a document that was given for signature stands: somebody is to sign it, and it goes on (`waiting`) or cannot (`in trouble`);
 * all have signed; somebody refused; it was withdrawn, or its time ran out.
 */
export const SIGNATURE_STATES = ['in trouble', 'waiting', 'refused', 'signed', 'withdrawn', 'expired'] as const;
export type SignatureState = (typeof SIGNATURE_STATES)[number];

/** Why nothing comes of it by itself: whoever's turn it is cannot be written to, does not sign for the client any more, or, of the firm, does not see it, or the signed copy was not made. */
export const SIGNATURE_TROUBLES = ['nobody to write to', 'does not sign any more', 'does not see it any more', 'no signed copy'] as const;
export type SignatureTrouble = (typeof SIGNATURE_TROUBLES)[number];

/**
 * What is wrong and for whom, in a sentence.
 * @param who whose turn it is; null where all have signed
 * @example troubleInWords('nobody to write to', 'Cathal Foley') // 'nobody can write to Cathal Foley'
 */
export function troubleInWords(trouble: SignatureTrouble, who: string | null): string {
  switch (trouble) {
    case 'nobody to write to':
      return `nobody can write to ${who ?? 'them'}`;
    case 'does not sign any more':
      return `${who ?? 'they'} may not sign for the client any more`;
    case 'does not see it any more':
      return `${who ?? 'they'} left, or does not see the client any more`;
    case 'no signed copy':
      return 'the signed copy could not be made';
  }
}
