import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { NoteView } from '@steady/contract/clients';
import { stage } from '../../../test/stage';
import { NoteLine } from './note-list';

afterEach(cleanup);

const NOTE: NoteView = {
  id: 'n1',
  clientId: 'c1',
  kind: 'note',
  jobId: null,
  text: 'Ring in the evening',
  pinned: false,
  at: '2026-03-10T09:00:00Z',
  byName: 'Orla Keane',
  forId: null,
  doneAt: null,
  doneBy: null,
};
const show = (more: Partial<NoteView>) => {
  stage(
    <ul>
      <NoteLine note={{ ...NOTE, ...more }} />
    </ul>,
    { rights: ['do work'] },
  );
  return screen.getByRole('listitem').textContent;
};
const buttons = () => screen.getAllByRole('button').map((one) => one.textContent);

describe('a line of what was written', () => {
  it('of everybody is pinned and changed', () => {
    expect(show({})).toContain('Note, Orla Keane');
    expect(buttons()).toEqual(['Pin', 'Change']);
  });

  it('by phone or as a question is handled or answered', () => {
    show({ kind: 'phone' });
    expect(buttons()).toEqual(['Handled', 'Change']);
    cleanup();
    expect(show({ kind: 'question', doneAt: '2026-03-11T09:00:00Z', doneBy: 'Niamh' })).toContain('answered by Niamh');
    expect(buttons()).toEqual(['Open again', 'Change']);
  });

  it('that tells of a job leads there, and is not worded anew', () => {
    expect(show({ kind: 'handed over', jobId: 'j1' })).toContain('Handed over');
    expect(screen.getByRole('link', { name: 'Open the job' }).getAttribute('href')).toBe('/jobs/j1');
    expect(buttons()).toEqual(['Handled']);
  });

  it('that went with its job says so', () => {
    expect(show({ kind: 'blocked', jobId: 'j1', doneAt: '2026-03-11T09:00:00Z' })).toContain('gone with its job');
  });
});
