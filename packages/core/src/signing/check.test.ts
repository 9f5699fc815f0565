import { describe, expect, it } from 'vitest';
import type { SealChecked } from '../seals';
import { type PublishedCertificate, type SignedFile, checkSigned, sealVerdict } from '.';

const SEAL: SealChecked = {
  by: 'Marram & Tern',
  fingerprint: 'AAAA BBBB',
  from: '2026-01-01T00:00:00.000Z',
  until: '2031-01-01T00:00:00.000Z',
  stamp: { at: '2026-03-11T10:00:00.000Z', by: 'Harbour time' },
  holds: true,
  wrong: null,
  added: 0,
};
const FIRM: { name: string; certificates: PublishedCertificate[] } = { name: 'Marram & Tern', certificates: [{ fingerprint: 'AAAA BBBB', replacedAt: null }] };
const of = (seals: Partial<SealChecked>[], more: Partial<SignedFile> = {}): SignedFile => ({
  seals: seals.map((one) => ({ ...SEAL, ...one })),
  record: null,
  beginsAsSigned: null,
  ...more,
});
const said = (moment: string) => moment.slice(0, 10);
const verdict = (file: SignedFile, firm: typeof FIRM | null = FIRM) => sealVerdict(file, firm, said);

describe('what a check comes to', () => {
  it('is whole where the seal holds, is the firm’s and covers everything', () => {
    expect(verdict(of([{}], { beginsAsSigned: true }))).toEqual({
      is: 'whole',
      title: 'Sealed by Marram & Tern, and unchanged since',
      lines: [
        'It was sealed 2026-03-11, as Harbour time stamped it.',
        'The pages before the signing record are, byte for byte, the document that was given for signature.',
      ],
    });
    expect(verdict(of([{ by: 'Gannet' }, {}])).lines.at(-1)).toBe('It came with another seal before this one, which holds too.');
    expect(verdict(of([{ stamp: null }])).lines).toEqual(['It carries no time stamp: nobody else vouches for when it was sealed.']);
    expect(verdict(of([{}]), null).lines[0]).toBe('The seal says “Marram & Tern”. Compare its fingerprint with the one that they publish.');
  });

  it.each([
    ['no seal', of([]), 'not to be relied on', 'This file carries no seal'],
    [
      'a broken seal',
      of([{}, { holds: false, wrong: 'What was sealed was changed after it was sealed.' }]),
      'not to be relied on',
      'The seal of this file is broken',
    ],
    [
      'a broken seal before a good one',
      of([{ holds: false, wrong: 'The seal cannot be read.' }, {}]),
      'not to be relied on',
      'The seal of this file is broken',
    ],
    ['something behind it', of([{ added: 12 }]), 'to be asked about', 'Something was added after it was sealed'],
    ['the name of the firm on another certificate', of([{ fingerprint: 'CCCC' }]), 'to be asked about', 'It is not sealed by Marram & Tern'],
    ['a record of another document', of([{}], { beginsAsSigned: false }), 'to be asked about', 'Its record speaks of another document'],
  ] as const)('is never whole with %s', (_, file, is, title) => {
    expect(verdict(file)).toMatchObject({ is, title });
  });

  it('is asked about where the certificate had been replaced before, and whole where it was sealed in time', () => {
    const replaced = (replacedAt: string) => ({ ...FIRM, certificates: [{ fingerprint: 'AAAA BBBB', replacedAt }] });
    expect(verdict(of([{}]), replaced('2026-03-10T00:00:00Z')).title).toBe('It was sealed with a certificate that had been replaced');
    expect(verdict(of([{}]), replaced('2026-03-12T00:00:00Z')).is).toBe('whole');
    expect(verdict(of([{ stamp: null }]), replaced('2026-03-12T00:00:00Z')).is).toBe('to be asked about');
  });

  it('finds nothing in a file that is no PDF', async () => {
    expect(await checkSigned(new Uint8Array([1, 2, 3]))).toEqual({ seals: [], record: null, beginsAsSigned: null });
  });
});
