import { type RenderResult, fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter, useLocation } from 'react-router';
import { SWRConfig } from 'swr';
import { vi } from 'vitest';
import type { Right } from '@steady/core/access';
import type { SessionView } from '@steady/contract/sign-in';
import { readAt } from '../src/app/api';
import { Keys } from '../src/app/keys';
import { SessionContext } from '../src/app/session';
import { Toasts } from '../src/ui/toasts';

/** The day on which tests of the screen take place: a Wednesday. */
export const TODAY = '2026-03-11';

interface Stage {
  rights?: Right[];
  /** Where the page stands. */
  at?: string;
  /** What the server answers, by method and path: "GET /api/jobs/1". What is not named is not found. */
  answers?: Record<string, unknown>;
}

/** An answer of the server that names what is wrong, and where. */
export class Refused {
  constructor(private readonly errors: { field: string; message: string }[]) {}

  response(): Response {
    const problem = {
      type: 'about:blank',
      title: 'Check what was given',
      status: 422,
      code: 'invalid-input',
      detail: 'Check the fields.',
      errors: this.errors,
    };
    return new Response(JSON.stringify(problem), { status: 422, headers: { 'Content-Type': 'application/problem+json' } });
  }
}

/** What was asked of the server: method and path, and what was sent along. */
export type Asked = { what: string; sent: unknown }[];

function Where() {
  const { pathname, search } = useLocation();
  return <output aria-label="address">{pathname + search}</output>;
}

/** Puts a part of the screen on a page of somebody who is signed in, before a server that answers what it is told to. */
export function stage(part: ReactNode, { rights = [], at = '/', answers = {} }: Stage = {}): RenderResult & { asked: Asked } {
  const asked: Asked = [];
  vi.stubGlobal('fetch', (address: string, init: RequestInit = {}) => {
    const what = `${init.method ?? 'GET'} ${address.split('?')[0]}`;
    asked.push({ what, sent: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : undefined });
    const there = what in answers;
    const answer = answers[what];
    if (answer instanceof Refused) return Promise.resolve(answer.response());
    return Promise.resolve(new Response(there && answer === null ? null : JSON.stringify(there ? answer : {}), { status: there ? 200 : 404 }));
  });
  const session = {
    memberId: 'me',
    name: 'Orla Keane',
    role: 'manager',
    rights,
    today: TODAY,
    firm: { name: 'Marram & Tern', shortName: 'M&T', currency: 'EUR', zone: 'Europe/Dublin', country: 'IE' },
  } as unknown as SessionView;
  const result = render(
    <MemoryRouter initialEntries={[at]}>
      <SWRConfig value={{ fetcher: readAt, provider: () => new Map(), dedupingInterval: 0 }}>
        <SessionContext value={session}>
          <Toasts>
            <Keys>
              {part}
              <Where />
            </Keys>
          </Toasts>
        </SessionContext>
      </SWRConfig>
    </MemoryRouter>,
  );
  return { ...result, asked };
}

/** An amount in the firm's currency, of cents. */
export const eur = (amount: number) => ({ amount, currency: 'EUR' as const });

/** Presses a button by its words. */
export const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

/** Types into a field and leaves it. */
export function typeIn(label: string, value: string): void {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value } });
  fireEvent.blur(field);
}
