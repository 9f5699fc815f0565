import type { ReactNode } from 'react';

export type AlmanacViewName = 'ribbon' | 'year' | 'list' | 'room';

/** The parts of the page that each view fills: its sentence, and where in time it stands. */
export interface Frame {
  page(parts: { sum: ReactNode; span: ReactNode; children: ReactNode }): ReactNode;
}
