import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changesOf, detailsOf } from '.';

const NOW = { email: 'cara@curlew.example', phone: null, mobile: '085 555 0142', address: { street: '4 Quay Lane', town: 'Port Sallow' }, awayUntil: null };

describe('details that a client proposes', () => {
  it('are shown as before and after, in words', () => {
    const proposed = {
      ...NOW,
      email: 'cara@home.example',
      phone: '01 555 0142',
      awayUntil: '2026-03-20',
      address: { street: '9 Pier Road', town: 'Port Sallow' },
    };
    expect(changesOf('person', NOW, proposed).map(({ label, says }) => [label, says.before, says.after])).toEqual([
      ['Email', 'cara@curlew.example', 'cara@home.example'],
      ['Telephone', null, '01 555 0142'],
      ['Address', '4 Quay Lane, Port Sallow', '9 Pier Road, Port Sallow'],
      ['Away until', null, '20 Mar 2026'],
    ]);
  });

  it('leave alone what they do not name, and what nobody may propose', () => {
    expect(changesOf('person', NOW, { phone: '01 555 0142', name: 'Somebody Else', signs: true }).map(({ key }) => key)).toEqual(['phone']);
    expect(changesOf('client', { name: 'Curlew Ltd', yearEnd: '12-31' }, { name: 'Curlew Oysters Ltd', yearEnd: '06-30' }).map(({ key }) => key)).toEqual([
      'name',
    ]);
  });

  it('take away what is left empty', () => {
    expect(changesOf('person', NOW, { mobile: '' })).toMatchObject([{ key: 'mobile', after: '', says: { before: '085 555 0142', after: null } }]);
  });

  it('that stand there already are no change, in whatever order an address is given', () => {
    expect(changesOf('person', NOW, { ...NOW, address: { town: 'Port Sallow', street: '4 Quay Lane', postcode: '' } })).toEqual([]);
    const text = fc.option(fc.string(), { nil: null });
    fc.assert(
      fc.property(fc.record({ email: text, phone: text, mobile: text }), fc.record({ email: text, phone: text, mobile: text }), (now, proposed) => {
        const after = Object.fromEntries(changesOf('person', now, proposed).map(({ key, after: value }) => [key, value]));
        expect(changesOf('person', { ...now, ...after }, proposed)).toEqual([]);
      }),
    );
  });

  it('are proposed anew from what can be', () => {
    expect(detailsOf('client', { name: 'Curlew Ltd', legalForm: 'company', address: null })).toEqual({ name: 'Curlew Ltd', trade: null, address: null });
  });
});
