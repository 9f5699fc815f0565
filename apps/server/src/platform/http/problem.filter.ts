import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { Response } from 'express';
import { DiskNearlyFullError, RunawayQueryError, sqlState } from '../database';
import { Problem } from './problem';

const STATUS_TITLES: Record<number, [code: string, title: string, detail: string]> = {
  400: ['bad-request', 'Not understood', 'The request could not be read.'],
  404: ['not-found', 'Not found', 'There is nothing at this address.'],
  413: ['too-large', 'Too large', 'The request is larger than is accepted.'],
  429: ['too-many', 'Too many tries', 'Wait a minute, then try again.'],
};

/** Turns whatever was thrown into a problem answer. Nothing of the inside is told; it is written to the log. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('Problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) {
      response.end();
      return;
    }
    const problem = this.read(error);
    if (problem.status >= 500)
      this.log.error(error instanceof Error ? (error.stack ?? error.message) : error, error instanceof Error ? error.cause : undefined);
    response.status(problem.status).type('application/problem+json').json(problem.view());
  }

  private read(error: unknown): Problem {
    if (error instanceof Problem) return error;
    if (error instanceof DiskNearlyFullError)
      return Problem.of(507, 'disk-nearly-full', 'Not saved', `${error.message}. Make room on the disk, then try again; nothing was changed.`);
    if (error instanceof RunawayQueryError)
      return Problem.of(503, 'took-too-long', 'Took too long', 'This took longer than is allowed and was ended. Narrow the question and try again.');
    const state = sqlState(error);
    if (state === '40001' || state === '40P01') return Problem.refused('try-again', 'Somebody else changed the same thing at the same moment. Try again.');
    if (error instanceof HttpException) {
      const status = error.getStatus();
      const [code, title, detail] = STATUS_TITLES[status] ?? ['refused', 'Refused', error.message];
      return Problem.of(status, code, title, detail);
    }
    if ((error as { type?: string }).type === 'entity.parse.failed') return Problem.of(400, 'bad-request', 'Not understood', 'The request is not JSON.');
    if ((error as { type?: string }).type === 'entity.too.large') return Problem.of(413, 'too-large', 'Too large', 'The request is larger than is accepted.');
    return Problem.of(500, 'failed', 'Something failed here', 'The fault is ours and was written to the log. What you typed was not saved; try again.');
  }
}
