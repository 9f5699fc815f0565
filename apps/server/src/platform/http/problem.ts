import type { FieldProblem, ProblemDetails } from '@steady/contract/problem';
import { Temporal } from '@steady/core/calendar';

/** An answer that says no: what is wrong, where, and what to do. Becomes application/problem+json. */
export class Problem extends Error {
  private constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    readonly detail: string,
    readonly more: { errors?: FieldProblem[]; current?: unknown } = {},
    /** The record that somebody else changed: its present view is told with the refusal. */
    readonly changed: { what: string; id: string } | null = null,
  ) {
    super(detail);
  }

  /** What to say where there is no field to say it at: the first thing that is wrong with what was given, or the refusal itself. */
  get words(): string {
    return this.more.errors?.[0]?.message ?? this.detail;
  }

  view(): ProblemDetails {
    return { type: `urn:steady-almanac:problem:${this.code}`, status: this.status, code: this.code, title: this.title, detail: this.detail, ...this.more };
  }

  /** The same again, from what travelled between threads. */
  static from({ status, code, title, detail, type: _type, ...more }: ProblemDetails): Problem {
    return new Problem(status, code, title, detail, more);
  }

  /** Also given for what exists but may not be seen: the answer tells nothing. */
  static notFound(what: string): Problem {
    return new Problem(404, 'not-found', 'Not found', `There is no such ${what}, or you may not see it.`);
  }

  static signInFirst(detail: string): Problem {
    return new Problem(401, 'sign-in-first', 'Not signed in', detail);
  }

  static notAllowed(right: string): Problem {
    return new Problem(403, 'not-allowed', 'Not allowed', `Your role does not carry the right to ${right}. Ask a partner or an administrator.`);
  }

  static invalid(errors: FieldProblem[], detail = 'Some entries need another look.'): Problem {
    return new Problem(422, 'invalid-input', 'Not saved', detail, { errors });
  }

  /** A file that was sent and cannot be taken. */
  static badFile(message: string): Problem {
    return Problem.invalid([{ field: 'file', message }], message);
  }

  /** The state of things does not allow it now. */
  static refused(code: string, detail: string): Problem {
    return new Problem(409, code, 'Not possible now', detail);
  }

  /** @param what the record in words, under which its area tells how it looks at present. */
  static stale(what: string, id: string): Problem {
    return new Problem(
      409,
      'changed-meanwhile',
      'Changed meanwhile',
      `Somebody else changed this ${what} while you were working on it. Nothing was overwritten, and what you typed is still here: open it again beside this, compare, and enter what is still needed.`,
      {},
      { what, id },
    );
  }

  /** The same refusal with the record as its reader may see it at present. */
  with(current: unknown): Problem {
    return new Problem(this.status, this.code, this.title, this.detail, { ...this.more, current });
  }

  static of(status: number, code: string, title: string, detail: string): Problem {
    return new Problem(status, code, title, detail);
  }
}

/** Refuses a day that the calendar does not have; for days that come in the address of a page. */
export function dayFrom(text: string | undefined, otherwise: Temporal.PlainDate): Temporal.PlainDate {
  if (text === undefined) return otherwise;
  try {
    return Temporal.PlainDate.from(text, { overflow: 'reject' });
  } catch {
    throw Problem.invalid([{ field: 'day', message: 'Give a day that exists, for example 2026-04-23.' }]);
  }
}
