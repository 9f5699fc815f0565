import { Injectable } from '@nestjs/common';
import { type HasFileKey, Keys } from './keys';
import { unwrapped, wrapped } from './sealing';

/** Texts that are kept sealed in the database, as files are on the disk: whoever reads the database alone cannot read them, nor can they be searched. */
@Injectable()
export class PrivateTexts {
  constructor(private readonly keys: Keys) {}

  seal(firm: HasFileKey, text: string): string {
    return wrapped(Buffer.from(text, 'utf8'), this.keys.textsWith(firm));
  }

  /** @throws SealBrokenError where it was sealed with another key, or changed since */
  open(firm: HasFileKey, sealed: string): string {
    return unwrapped(sealed, this.keys.textsWith(firm)).toString('utf8');
  }
}
