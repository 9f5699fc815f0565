import { fireEvent, screen } from '@testing-library/react';
import { useForm } from 'react-hook-form';
import { describe, expect, it } from 'vitest';
import type { ServiceView } from '@steady/contract/services';
import { eur, stage } from '../../../test/stage';
import { type LineValues, LineTerms } from './line-terms';

const SERVICE = {
  id: 's1',
  name: 'VAT return',
  leadDays: 21,
  targetDays: 1,
  advice: null,
  ruleIds: ['vat', 'vat-payment'],
  rules: [
    { id: 'vat', name: 'VAT return', authority: 'Revenue', kind: 'return', rhythms: ['two-monthly'] },
    { id: 'vat-payment', name: 'VAT payment', authority: 'Revenue', kind: 'payment', rhythms: ['two-monthly'] },
  ],
} as unknown as ServiceView;

function Terms({ start, elsewhere = [] }: { start: Partial<LineValues>; elsewhere?: string[] }) {
  const form = useForm<LineValues>({ defaultValues: { ruleIds: ['vat', 'vat-payment'], rhythm: 'two-monthly', anchor: 'calendar', ...start } });
  return (
    <>
      <LineTerms form={form} service={SERVICE} elsewhere={new Set(elsewhere)} proposeFor="c1" />
      <output>{JSON.stringify(form.watch('ruleIds'))}</output>
    </>
  );
}
const covered = () => JSON.parse(document.querySelector('output')!.textContent) as string[];

describe('the terms of a line', () => {
  it('follow the return that leads, which says its periods; without one they are counted by something of our own', () => {
    stage(<Terms start={{}} />);
    expect(screen.getByText(/Its jobs follow the VAT return\. They begin 21 days before the deadline; our target is 1 working day ahead/)).toBeDefined();
    expect(screen.queryByLabelText('Periods are counted by')).toBeNull();
    fireEvent.click(screen.getByRole('checkbox', { name: /^VAT return/ }));
    expect(covered()).toEqual(['vat-payment']);
    expect(screen.getByText(/Its jobs follow our own dates/)).toBeDefined();
    expect(screen.getByLabelText('Periods are counted by')).toBeDefined();
  });

  it('take up a return again in the order of the service', () => {
    stage(<Terms start={{ ruleIds: ['vat-payment'] }} />);
    fireEvent.click(screen.getByRole('checkbox', { name: /^VAT return/ }));
    expect(covered()).toEqual(['vat', 'vat-payment']);
  });

  it('do not offer what another line of the client covers', () => {
    stage(<Terms start={{ ruleIds: ['vat-payment'] }} elsewhere={['vat']} />);
    expect(screen.getByRole<HTMLInputElement>('checkbox', { name: 'VAT return, Revenue (another line does already)' }).disabled).toBe(true);
  });

  it('ask for a day where periods are counted by one', () => {
    stage(<Terms start={{ ruleIds: [], anchor: 'date', rhythm: 'monthly' }} />);
    expect(screen.getByLabelText('One period ends on')).toBeDefined();
  });

  it('ask of work done once for its day alone: it has no periods', () => {
    stage(<Terms start={{ ruleIds: [], rhythm: 'one-off' }} />);
    expect(screen.getByLabelText('For the day')).toBeDefined();
    expect(screen.queryByLabelText('Periods are counted by')).toBeNull();
    expect(screen.queryByLabelText(/cut short/)).toBeNull();
  });

  it('propose the fee of the service, and say what is not known of the client', async () => {
    stage(<Terms start={{}} />, {
      rights: ['see fees'],
      answers: { 'GET /api/services/s1/fee/c1': { fee: eur(18_000), workings: { lines: ['45.00 and 3 people at 4.00'] }, lacking: ['number of employees'] } },
    });
    expect(await screen.findByDisplayValue('180.00')).toBeDefined();
    expect(screen.getByText('Not known of this client: number of employees.')).toBeDefined();
  });

  it('keep the fee from whoever does not see fees', () => {
    stage(<Terms start={{}} />);
    expect(screen.queryByLabelText(/Fee each time/)).toBeNull();
  });
});
