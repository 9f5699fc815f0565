import type { Address } from '@steady/contract/contacts';

export interface CardOf {
  name: string;
  email: string | null;
  phone: string | null;
  mobile: string | null;
  role: string | null;
  address: Address | null;
  organisation: string;
}

const escaped = (text: string) => text.replace(/[\\,;]/g, '\\$&').replace(/\r?\n/g, '\\n');

/** Folds a line at 75 octets, as RFC 6350 section 3.2 asks; never inside a letter. */
function folded(line: string): string {
  const lines: string[] = [];
  let current = '';
  for (const letter of line) {
    if (Buffer.byteLength(current + letter) > (lines.length === 0 ? 75 : 74)) {
      lines.push(current);
      current = '';
    }
    current += letter;
  }
  return [...lines, current].join('\r\n ');
}

/** People as vCards, version 4.0 (RFC 6350). */
export function cardsText(people: readonly CardOf[]): string {
  return people
    .map(({ name, email, phone, mobile, role, address, organisation }) => {
      const words = name.trim().split(/\s+/);
      const last = words.length > 1 ? words.at(-1)! : name;
      const given = words.slice(0, -1).join(' ');
      return [
        'BEGIN:VCARD',
        'VERSION:4.0',
        `FN:${escaped(name)}`,
        `N:${escaped(last)};${escaped(given)};;;`,
        `ORG:${escaped(organisation)}`,
        role && `ROLE:${escaped(role)}`,
        email && `EMAIL:${escaped(email)}`,
        phone && `TEL;TYPE=voice:${escaped(phone)}`,
        mobile && `TEL;TYPE=cell:${escaped(mobile)}`,
        address && `ADR:;;${escaped(address.street)};${escaped(address.town)};;${escaped(address.postcode ?? '')};${escaped(address.country ?? '')}`,
        'END:VCARD',
      ]
        .filter((line): line is string => typeof line === 'string')
        .map((line) => `${folded(line)}\r\n`)
        .join('');
    })
    .join('');
}
