import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Right } from '@steady/core/access';
import { stage } from '../../test/stage';
import { WhoMay } from './who-may';

const person = (name: string, rights: Right[], standing = 'active') => ({ id: name, name, shortName: name, role: 'partner', does: '', standing, rights });
const show = (team: object[], rights: Right[] = []) =>
  stage(<WhoMay right="approve bills" act="Bills are approved" />, { rights, answers: { 'GET /api/team': team } });

describe('who has a right', () => {
  it('is said to whoever lacks it, by name', async () => {
    show([person('Ronan', ['approve bills']), person('Eimear', ['approve bills']), person('Niamh', ['do work'])]);
    expect((await screen.findByText(/approved/)).textContent).toBe('Bills are approved by Ronan and Eimear.');
  });

  it('counts people beyond three, and leaves out who has gone', async () => {
    show([...['A', 'B', 'C', 'D', 'E'].map((name) => person(name, ['approve bills'])), person('F', ['approve bills'], 'left')]);
    expect((await screen.findByText(/approved/)).textContent).toBe('Bills are approved by A, B, C and 2 more.');
  });

  it('is said to be nobody where no role has it', async () => {
    show([person('Niamh', ['do work'])]);
    await screen.findByText('Bills are approved by nobody at present: an administrator gives the right to a role.');
  });

  it('is not said to whoever has it', async () => {
    const { asked } = show([person('Ronan', ['approve bills'])], ['approve bills']);
    await waitFor(() => expect(asked.map((one) => one.what)).toContain('GET /api/team'));
    expect(screen.queryByText(/approved/)).toBeNull();
  });
});
