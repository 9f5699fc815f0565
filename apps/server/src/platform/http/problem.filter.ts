import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Inject, Logger } from '@nestjs/common';
import type { Request, Response } from 'express';
import { Database, DiskNearlyFullError, RunawayQueryError, isDamage, sqlState } from '../database';
import { requestId } from '../logs';
import { Problem } from './problem';

const STATUS_TITLES: Record<number, [code: string, title: string, detail: string]> = {
  400: ['bad-request', 'Not understood', 'The request could not be read.'],
  401: ['sign-in-first', 'Not signed in', 'Sign in to go on.'],
  404: ['not-found', 'Not found', 'There is nothing at this address.'],
  413: ['too-large', 'Too large', 'The request is larger than is accepted.'],
  429: ['too-many', 'Too many tries', 'Wait a minute, then try again.'],
};

/** What a fault was and where, without the values of a statement: they may be anybody's names and figures. */
function withoutValues(error: unknown): string {
  if (!(error instanceof Error)) return typeof error === 'string' ? error : 'something that is no error was thrown';
  const { cause } = error as { cause?: { code?: string; table?: string; column?: string; constraint?: string } };
  const state = sqlState(error);
  const from = (error.stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .join('\n');
  if (state === undefined) return error.stack ?? error.message;
  const where = [cause?.table, cause?.column, cause?.constraint].filter(Boolean).join(' ');
  const statement = /Failed query: ([\s\S]*?)(?:\nparams:|$)/.exec(error.message)?.[1] ?? '';
  return `database error ${state}${where ? ` at ${where}` : ''}: ${statement.slice(0, 300)}\n${from}`;
}

/** To a client, whom the firm's disk is no business of. */
const NOT_NOW = Problem.of(
  507,
  'disk-nearly-full',
  'Not sent',
  'For the moment nothing can be sent here. Nothing was changed; please come back a little later.',
);

/** Turns whatever was thrown into a problem answer. Nothing of the inside is told; it is written to the log. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('Problem');

  constructor(@Inject(Database) private readonly database: Pick<Database, 'foundDamaged'>) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const id = requestId(host.switchToHttp().getRequest<Request>());
    if (response.headersSent) {
      response.end();
      return;
    }
    const { path } = host.switchToHttp().getRequest<Request>();
    const problem = error instanceof DiskNearlyFullError && path.startsWith('/api/portal/') ? NOT_NOW : this.read(error, id);
    if (problem.status >= 500) this.log.error(`${id} ${withoutValues(error)}`);
    response
      .status(problem.status)
      .type('application/problem+json')
      .json({ ...problem.view(), ...(id ? { id } : {}) });
  }

  private read(error: unknown, id: string): Problem {
    if (error instanceof Problem) return error;
    if (error instanceof DiskNearlyFullError)
      return Problem.of(507, 'disk-nearly-full', 'Not saved', `${error.message}. Make room on the disk, then try again; nothing was changed.`);
    if (error instanceof RunawayQueryError)
      return Problem.of(503, 'took-too-long', 'Took too long', 'This took longer than is allowed and was ended. Narrow it down and try again.');
    if (isDamage(error)) {
      this.database.foundDamaged = true;
      return Problem.of(
        500,
        'data-damaged',
        'A part of the data cannot be read',
        `It was changed or lost on the disk, and is not shown as if it were complete. Tell whoever looks after the computer: a backup can be restored.${id ? ` ${id}` : ''}`,
      );
    }
    const state = sqlState(error);
    if (state === '40001' || state === '40P01') return Problem.refused('try-again', 'Somebody else changed the same thing at the same moment. Try again.');
    // A value that no column of its kind can hold, such as a day beyond the calendar.
    if (state?.startsWith('22'))
      return Problem.of(422, 'invalid-input', 'Not saved', 'Something that was entered is larger, longer or later than can be saved.');
    if (error instanceof HttpException) {
      const status = error.getStatus();
      const [code, title, detail] = STATUS_TITLES[status] ?? ['refused', 'Refused', error.message];
      return Problem.of(status, code, title, detail);
    }
    const { type, status: given } = error as { type?: string; status?: unknown };
    if (type === 'entity.parse.failed') return Problem.of(400, 'bad-request', 'Not understood', 'The request is not JSON.');
    if (type === 'entity.too.large') return Problem.of(413, 'too-large', 'Too large', 'The request is larger than is accepted.');
    if (typeof given === 'number' && given >= 400 && given < 500) return Problem.of(given, ...(STATUS_TITLES[given] ?? STATUS_TITLES[400]!));
    const told = id ? ` If it fails again, tell whoever runs this: ${id}.` : '';
    return Problem.of(500, 'failed', 'Something failed here', `The fault is ours and was written to the log. What you typed was not saved; try again.${told}`);
  }
}
