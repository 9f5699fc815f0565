import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type SignerRecord, type SigningRecord, grouped, howConfirmed, momentOnRecord, readRecord, recordIn, recordText } from '.';

const SIGNER: SignerRecord = {
  name: 'Orla Nolan',
  signedAs: 'Orla Nolan',
  at: '2026-03-11T10:00:00Z',
  email: 'orla@gannet.example',
  from: '203.0.113.7',
  notedBy: null,
  hasScan: false,
};
const RECORD: SigningRecord = {
  form: 'signing record 1',
  firm: 'Marram & Tern',
  client: 'Gannet Smokery Ltd',
  title: 'Accounts 2025',
  document: { name: 'accounts.pdf', bytes: 24_000, sha256: 'ab'.repeat(32) },
  askedBy: 'Niamh Daly',
  signers: [SIGNER],
  steps: [{ at: '2026-03-10T09:00:00Z', who: 'Niamh Daly', did: 'asked for signatures' }],
  zone: 'Europe/Dublin',
};

describe('a signing record', () => {
  it('says moments on the clock of the firm, with how far that is from universal time', () => {
    expect(momentOnRecord('2026-03-11T10:00:00Z', 'Europe/Dublin')).toBe('Wed 11 Mar 2026, 10:00:00 (UTC)');
    expect(momentOnRecord('2026-07-01T23:30:05.123Z', 'Europe/Dublin')).toBe('Thu 2 Jul 2026, 00:30:05 (UTC+01:00)');
  });

  it('says how each was confirmed', () => {
    expect(howConfirmed(SIGNER)).toBe('in the portal, entered by a code sent to orla@gannet.example, from 203.0.113.7');
    expect(howConfirmed({ ...SIGNER, email: null, from: null })).toBe('in the portal, entered by a code sent to their own mailbox');
    expect(howConfirmed({ ...SIGNER, textTo: '••• 0142' })).toBe(
      'in the portal, entered by a code sent to orla@gannet.example, and by one sent as a text message to ••• 0142, from 203.0.113.7',
    );
    expect(howConfirmed({ ...SIGNER, notedBy: 'Niamh Daly' })).toBe('on paper; Niamh Daly noted it, without a scan');
    expect(howConfirmed({ ...SIGNER, notedBy: 'Niamh Daly', hasScan: true })).toBe('on paper; Niamh Daly noted it, with a scan');
  });

  it('writes a hash in groups', () => {
    expect(grouped('0123456789abcdef01')).toBe('01234567 89abcdef 01');
  });

  it('is read back as it was written', () => {
    expect(readRecord(JSON.stringify(RECORD))).toEqual(RECORD);
    const more = { ...RECORD, signers: [{ ...SIGNER, textTo: '••• 0142' }], terms: { name: 'Terms of engagement', edition: 2 } };
    expect(readRecord(JSON.stringify(more))).toEqual(more);
    for (const terms of [null, 'some', { name: 'Terms', edition: 'second' }]) expect(readRecord(JSON.stringify({ ...RECORD, terms }))).toBeNull();
    expect(readRecord(JSON.stringify({ ...RECORD, signers: [{ ...SIGNER, textTo: 12 }] }))).toBeNull();
  });

  it('is found in a file that carries it, in plain letters, whatever is written in it', () => {
    const record = { ...RECORD, title: 'Łódź “quoted” \\ and more' };
    expect(recordText(record)).toMatch(/^[ -~]+$/);
    const plain = { ...RECORD, title: 'Ó Súilleabháin, Łódź' };
    expect(recordIn(`%PDF stream\n${recordText(RECORD)}\nendstream more stream\n${recordText(plain)}\nendstream`)).toEqual(plain);
    expect(recordIn('%PDF nothing')).toBeNull();
  });

  it('is nothing where it is of another form, lacks a part, or is no record at all', () => {
    const without = (part: string) => JSON.stringify({ ...RECORD, [part]: undefined });
    for (const part of Object.keys(RECORD)) expect(readRecord(without(part)), part).toBeNull();
    for (const wrong of [
      { form: 'signing record 2' },
      { document: { ...RECORD.document, sha256: 'none' } },
      { signers: [{ ...SIGNER, at: 'noon' }] },
      { signers: 'Orla' },
      { steps: [null] },
      { zone: 'Nowhere/At all' },
    ])
      expect(readRecord(JSON.stringify({ ...RECORD, ...wrong }))).toBeNull();
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => readRecord(text) === null));
  });
});
