import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { Grip, moved, useOrder } from './order-grip';

function Phases() {
  const [phases, setPhases] = useState(['Ask', 'Prepare', 'File']);
  const order = useOrder(phases.length, (from, to) => setPhases(moved(phases, from, to)));
  return (
    <ol>
      {phases.map((phase, index) => (
        <li key={phase} {...order.row(index)}>
          <Grip {...order.grip(index, phase)} />
          <span>{phase}</span>
        </li>
      ))}
    </ol>
  );
}

const places = () => screen.getAllByRole('listitem').map((row) => within(row).getByText(/^\w+$/).textContent);
const grip = (name: string) => screen.getByRole('button', { name: new RegExp(`^Place of ${name}`) });

describe('a list that is put into order', () => {
  it('by the arrow keys on a grip, no further than its ends', () => {
    render(<Phases />);
    fireEvent.keyDown(grip('File'), { key: 'ArrowUp' });
    expect(places()).toEqual(['Ask', 'File', 'Prepare']);
    expect(grip('File').getAttribute('aria-label')).toContain('2 of 3');
    fireEvent.keyDown(grip('Ask'), { key: 'ArrowUp' });
    fireEvent.keyDown(grip('Prepare'), { key: 'ArrowDown' });
    fireEvent.keyDown(grip('Prepare'), { key: 'Enter' });
    expect(places()).toEqual(['Ask', 'File', 'Prepare']);
  });

  it('by dragging a grip onto another row; what is dropped from elsewhere changes nothing', () => {
    render(<Phases />);
    const [first, , last] = screen.getAllByRole('listitem');
    fireEvent.drop(last!);
    expect(places()).toEqual(['Ask', 'Prepare', 'File']);
    fireEvent.dragStart(grip('Ask'), { dataTransfer: { setData: () => undefined } });
    fireEvent.dragOver(last!);
    expect(last!.getAttribute('data-over')).toBe('true');
    fireEvent.drop(last!);
    expect(places()).toEqual(['Prepare', 'File', 'Ask']);
    expect(first!.getAttribute('data-over')).toBeNull();
  });
});
