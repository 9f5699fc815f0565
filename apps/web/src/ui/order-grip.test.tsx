import { act, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Grip, Ordered, OrderedRow, moved } from './order-grip';

const HEIGHT = 30;

function Phases() {
  const [phases, setPhases] = useState(['Ask', 'Prepare', 'File']);
  return (
    <Ordered ids={phases} onMove={(from, to) => setPhases(moved(phases, from, to))}>
      <ol>
        {phases.map((phase) => (
          <OrderedRow key={phase} id={phase}>
            <Grip name={phase} />
            <span>{phase}</span>
            <ul>
              <Ordered ids={['x']} onMove={() => undefined}>
                <OrderedRow id="x" as="li">
                  <Grip name={`part of ${phase}`} />
                </OrderedRow>
              </Ordered>
            </ul>
          </OrderedRow>
        ))}
      </ol>
    </Ordered>
  );
}

const rows = () => [...screen.getAllByRole('list')[0]!.children] as HTMLElement[];
const places = () => rows().map((row) => within(row).getByText(/^\w+$/).textContent);
const grip = (name: string) => screen.getByRole('button', { name: new RegExp(`^Place of ${name}:`) });

/** Takes hold of a grip and lets go of it so many pixels further down. */
async function drag(name: string, by: number) {
  vi.useFakeTimers();
  const at = { clientX: 5, clientY: HEIGHT * places().indexOf(name) + 5, button: 0 };
  fireEvent.mouseDown(grip(name), at);
  for (const way of [0.5, 1]) {
    fireEvent.mouseMove(document, { ...at, clientY: at.clientY + by * way });
    await act(() => vi.advanceTimersByTimeAsync(50));
  }
  fireEvent.mouseUp(document, { ...at, clientY: at.clientY + by });
  await act(() => vi.advanceTimersByTimeAsync(500));
  vi.useRealTimers();
}

beforeEach(() => {
  // Rows of a height one below the other: without a layout there is nothing to be dragged to.
  vi.spyOn(Element.prototype, 'getBoundingClientRect').mockImplementation(function (this: Element) {
    const row = rows().findIndex((one) => one === this || one.contains(this));
    return DOMRect.fromRect({ x: 0, y: Math.max(row, 0) * HEIGHT, width: 200, height: HEIGHT });
  });
  return () => vi.restoreAllMocks();
});

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

  it('keeps the focus on the grip that moves, also where rows have lists inside of them', async () => {
    render(<Phases />);
    for (const order of [
      ['Prepare', 'Ask', 'File'],
      ['Prepare', 'File', 'Ask'],
    ]) {
      fireEvent.keyDown(grip('Ask'), { key: 'ArrowDown' });
      expect(places()).toEqual(order);
      await waitFor(() => expect(document.activeElement).toBe(grip('Ask')));
    }
  });

  it('by dragging a row at its grip', async () => {
    render(<Phases />);
    await drag('Ask', 2 * HEIGHT);
    expect(places()).toEqual(['Prepare', 'File', 'Ask']);
    await drag('File', -HEIGHT);
    expect(places()).toEqual(['File', 'Prepare', 'Ask']);
  });

  it('not by a pointer that trembles', async () => {
    render(<Phases />);
    await drag('Ask', 3);
    expect(places()).toEqual(['Ask', 'Prepare', 'File']);
  });
});
