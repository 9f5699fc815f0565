import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { type PhasePlan, type RequestPlan, checkProcedure } from '@steady/core/procedures';
import { describe, expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { copyOfPhase, copyOfTask, freshKey, newTask } from './pieces';
import { RequestPlans } from './request-plans';

const task = (key: string, waitsFor: string[] = []) => ({ key, name: `Do ${key}`, role: 'preparer' as const, estimate: 5, waitsFor });
const PREPARE: PhasePlan = { key: 'prepare', name: 'Prepare', tasks: [task('enter'), task('draft', ['enter'])] };
const FILE: PhasePlan = { key: 'file', name: 'File', sharedAs: 'x', tasks: [task('agree~1a2b3c4d', ['draft']), task('file', ['agree~1a2b3c4d'])] };

describe('a piece that is copied', () => {
  it('gets keys that nothing else has, and waits only for what came along', () => {
    const copy = copyOfPhase(FILE, [PREPARE, FILE], 'File, copy');
    expect(copy).toMatchObject({ key: 'file-2', name: 'File, copy' });
    expect(copy.tasks.map((one) => `${one.key} ${one.waitsFor!.join()}`)).toEqual(['agree-2 ', 'file-2 agree-2']);
    expect(checkProcedure({ phases: [PREPARE, FILE, copy] })).toEqual([]);
  });

  it('is held in common no more', () => {
    expect(copyOfPhase(FILE, [], 'File')).not.toHaveProperty('sharedAs');
  });

  it('may be a task, and a new one never takes a key that a phase in common knows by another name', () => {
    expect(copyOfTask(task('draft', ['enter']), [PREPARE])).toMatchObject({ key: 'draft-2', name: 'Do draft, copy', waitsFor: ['enter'] });
    expect(freshKey('agree', ['agree~1a2b3c4d', 'agree'])).toBe('agree-2');
    expect(copyOfTask(FILE.tasks[0]!, [FILE]).key).toBe('agree-2');
    expect(newTask([PREPARE])).toMatchObject({ key: 'task', role: 'preparer' });
  });
});

function Requests({ start }: { start: RequestPlan[] }) {
  const [requests, setRequests] = useState(start);
  return (
    <>
      <RequestPlans of={requests} facts={[]} onChange={setRequests} />
      <output aria-label="requests">{JSON.stringify(requests)}</output>
    </>
  );
}
const now = () => JSON.parse(screen.getByLabelText('requests').textContent) as RequestPlan[];
const fill = (label: string, value: string, at = 0) => fireEvent.change(screen.getAllByLabelText(label)[at]!, { target: { value } });
const press = (name: string, at = 0) => fireEvent.click(screen.getAllByRole('button', { name })[at]!);

describe('the requests of a phase', () => {
  it('are written down one below the other, their items a line each', () => {
    stage(<Requests start={[]} />);
    press('Add a request');
    fill('Title of the request', 'Papers');
    fill('Items, one on a line', 'Bank statement: all pages: signed\nStock');
    press('Add another request');
    fill('Title of the request', 'Register', 1);
    expect(now()).toEqual([
      {
        key: 'papers',
        title: 'Papers',
        items: [
          { name: 'Bank statement', description: 'all pages: signed' },
          { name: 'Stock', description: '' },
        ],
      },
      { key: 'papers-2', title: 'Register', items: [{ name: '', description: '' }] },
    ]);
    expect(screen.getAllByLabelText<HTMLTextAreaElement>('Items, one on a line')[0]!.value).toBe('Bank statement: all pages: signed\nStock');
    press('Ask nothing of it');
    expect(now().map((one) => one.title)).toEqual(['Register']);
  });

  it('may each be for some clients alone', () => {
    stage(<Requests start={[{ key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] }]} />);
    press('Only for some clients');
    expect(now()[0]!.onlyIf).toEqual({ all: [{ fact: 'way', oneOf: ['online'] }] });
    press('For every client');
    expect(now()[0]!.onlyIf).toBeUndefined();
  });
});
