import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { EffectRow } from '@steady/contract/almanac';
import type { ServiceLineView } from '@steady/contract/lines';
import { type Asked, stage, press, typeIn } from '../../../test/stage';
import { PauseLeaf, PermissionLeaf, ResumeLeaf, StopLeaf } from './line-standing-leaves';

const SERVICE = '0190a0a0-0000-7000-8000-000000000001';
const LINE = {
  id: 'l1',
  version: 4,
  name: 'VAT return',
  service: 'VAT',
  serviceId: SERVICE,
  needsAgent: true,
  needsDigital: true,
  permissions: [{ kind: 'agent', askedOn: '2026-01-10', givenOn: '2026-02-01', reference: 'A-17' }],
} as unknown as ServiceLineView;
const row = (more: Partial<EffectRow>): EffectRow => ({
  does: 'goes',
  obligationId: 'o1',
  version: 7,
  clientId: 'c1',
  client: 'Gannet Smokery Ltd',
  name: 'VAT return, Mar-Apr 2026',
  statutory: true,
  before: null,
  after: null,
  why: null,
  jobId: null,
  jobNumber: null,
  ...more,
});
const effect = (...rows: EffectRow[]) => ({ rows, none: [], lines: 1, settled: 0 });
const written = (asked: Asked) => asked.filter(({ what }) => what.startsWith('P') && !what.endsWith('/effect'));
const nothing = () => undefined;

describe('a line of services', () => {
  it('is paused at once where no date changes by it', async () => {
    const { asked } = stage(<PauseLeaf line={LINE} onClose={nothing} />, {
      answers: { 'POST /api/lines/l1/pause/effect': effect(), 'POST /api/lines/l1/pause': null },
    });
    press('See what changes');
    expect(await screen.findByText('VAT return is paused.')).toBeDefined();
    expect(written(asked)).toEqual([{ what: 'POST /api/lines/l1/pause', sent: { from: '2026-03-11', version: 4 } }]);
  });

  it('is paused once it was seen what goes; other days are looked at anew', async () => {
    const { asked } = stage(<PauseLeaf line={LINE} onClose={nothing} />, {
      answers: { 'POST /api/lines/l1/pause/effect': effect(row({})), 'POST /api/lines/l1/pause': null },
    });
    press('See what changes');
    expect(await screen.findByText('VAT return, Mar-Apr 2026')).toBeDefined();
    expect(written(asked)).toEqual([]);
    typeIn('To', '30 Jun 2026');
    press('Pause it');
    await waitFor(() => expect(asked.filter(({ what }) => what.endsWith('/effect'))).toHaveLength(2));
    expect(written(asked)).toEqual([]);
    press('Pause it');
    await waitFor(() => expect(written(asked)).toEqual([{ what: 'POST /api/lines/l1/pause', sent: { from: '2026-03-11', until: '2026-06-30', version: 4 } }]));
  });

  it('rests until a later day, and says so at the field', async () => {
    const { asked } = stage(<PauseLeaf line={LINE} onClose={nothing} />, { answers: { 'POST /api/lines/l1/pause/effect': effect() } });
    typeIn('To', '1 Mar 2026');
    press('See what changes');
    expect(await screen.findByText('It rests until a later day.')).toBeDefined();
    expect(asked).toEqual([]);
  });

  it('is resumed on a day, which is wanted', async () => {
    const { asked } = stage(<ResumeLeaf line={LINE} onClose={nothing} />, {
      answers: { 'POST /api/lines/l1/resume/effect': effect(), 'POST /api/lines/l1/resume': null },
    });
    typeIn('Resumes on', '');
    press('See what changes');
    expect(await screen.findByText('Give the day on which it resumes.')).toBeDefined();
    typeIn('Resumes on', '1 Apr 2026');
    press('See what changes');
    expect(await screen.findByText('VAT return is resumed.')).toBeDefined();
    expect(written(asked)).toEqual([{ what: 'POST /api/lines/l1/resume', sent: { on: '2026-04-01', version: 4 } }]);
  });

  it('is stopped with a reason; what has begun stays, follows or is closed as one decides', async () => {
    const begun = (id: string, jobNumber: number) =>
      row({ does: 'stays', obligationId: id, name: `VAT return ${jobNumber}`, jobId: `j${jobNumber}`, jobNumber, after: { dueOn: '2026-05-23' } as never });
    const { asked } = stage(<StopLeaf line={LINE} onClose={nothing} />, {
      answers: {
        'POST /api/lines/l1/stop/effect': effect(begun('o1', 11), begun('o2', 12), begun('o3', 13)),
        'POST /api/lines/l1/stop': null,
        'POST /api/obligations/o2/follow': null,
        'POST /api/obligations/o3/set-aside': null,
      },
    });
    press('See what changes');
    await waitFor(() => expect(screen.getByLabelText('Why').getAttribute('aria-invalid')).toBe('true'));
    typeIn('Why', 'sold the shop');
    press('See what changes');
    const choice = (name: string) => screen.getByLabelText(`What becomes of ${name}`);
    expect(
      within(await screen.findByLabelText('What becomes of VAT return 11'))
        .getAllByRole('option')
        .map((one) => one.textContent),
    ).toEqual(['stays as it is', 'takes the new dates', 'is closed with its job']);
    fireEvent.change(choice('VAT return 12'), { target: { value: 'follow' } });
    fireEvent.change(choice('VAT return 13'), { target: { value: 'close' } });
    press('Stop it');
    await waitFor(() => expect(written(asked)).toHaveLength(3));
    const [stopped, ...decided] = written(asked);
    expect(stopped).toEqual({ what: 'POST /api/lines/l1/stop', sent: { endsOn: '2026-03-11', reason: 'sold the shop', version: 4 } });
    expect(decided.map(({ sent }) => sent)).toEqual([{ version: 7 }, { reason: 'VAT return was stopped', closeJob: true, version: 7 }]);
  });
});

describe('what a client has to allow', () => {
  const show = (line = LINE) => stage(<PermissionLeaf clientId="c1" line={line} onClose={nothing} />, { answers: { 'PUT /api/clients/c1/permissions': null } });

  it('is asked about what is not given yet first, and keeps what is known of the other', () => {
    show();
    const what = screen.getByLabelText<HTMLSelectElement>('What');
    expect(what.value).toBe('digital');
    expect(screen.getByLabelText<HTMLInputElement>('Asked for on').value).toBe('');
    fireEvent.change(what, { target: { value: 'agent' } });
    expect(screen.getByLabelText<HTMLInputElement>('Given on').value).toBe('Sun 1 Feb 2026');
    expect(screen.getByLabelText<HTMLInputElement>('Reference').value).toBe('A-17');
  });

  it('is noted with its days and its reference', async () => {
    const { asked } = show({ ...LINE, needsAgent: false });
    expect(screen.queryByLabelText('What')).toBeNull();
    typeIn('Asked for on', '9 Mar 2026');
    typeIn('Reference', 'D-4');
    press('Save');
    await waitFor(() =>
      expect(written(asked)).toEqual([
        { what: 'PUT /api/clients/c1/permissions', sent: { serviceId: SERVICE, kind: 'digital', askedOn: '2026-03-09', reference: 'D-4' } },
      ]),
    );
    expect(await screen.findByText('Noted.')).toBeDefined();
  });
});
