import { Injectable } from '@nestjs/common';
import type { Action, Does } from '@steady/core/procedures';
import type { Work } from '../../../platform/work';
import type { Job } from '../../jobs';
import { ActionPieces } from '../../procedures';
import { BillStep } from './bill-step';
import { DetailStep, LabelStep, TellStep, WayStep } from './client-steps';
import { MessageStep } from './message-step';
import { ProcedureStep } from './procedure-step';
import { RequestStep } from './request-step';
import { SignatureStep } from './signature-step';
import type { CarriedOut, Step, WhoGets } from './step';
import { TaskStep } from './task-step';

export const STEPS = [MessageStep, RequestStep, SignatureStep, TaskStep, ProcedureStep, BillStep, LabelStep, WayStep, DetailStep, TellStep];

/** The step of each kind of action. */
// What each brings about is its own affair: it alone reads it again.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type StepOfEach = { readonly [Kind in Does]: Step<Kind, any> };
/** A step whose kind is not known to the compiler. */
type AnyStep = Step<Does, object>;

/** The steps of all kinds: a kind without one does not compile. */
@Injectable()
export class Steps {
  private readonly all: StepOfEach;

  constructor(
    message: MessageStep,
    request: RequestStep,
    signature: SignatureStep,
    task: TaskStep,
    procedure: ProcedureStep,
    bill: BillStep,
    label: LabelStep,
    way: WayStep,
    detail: DetailStep,
    tell: TellStep,
    pieces: ActionPieces,
  ) {
    this.all = { message, request, signature, task, procedure, bill, label, way, detail, tell };
    pieces.bring(async (work, action) => (await this.of(action).missing?.(work, action)) ?? null);
  }

  private of({ does }: Action): AnyStep {
    return this.all[does] as unknown as AnyStep;
  }

  carryOut(work: Work, action: Action, job: Job, phaseKey: string): Promise<CarriedOut<object>> {
    return this.of(action).carryOut(work, action, job, phaseKey);
  }

  /** To whom it would go, where its kind says so itself. */
  async whoGets(work: Work, action: Action, job: Job): Promise<WhoGets | null> {
    return (await this.of(action).whoGets?.(work, action, job)) ?? null;
  }

  /** @param brought what carrying the same action out has returned */
  takeBack(work: Work, job: Job, action: Action, brought: object): Promise<void> {
    return this.of(action).takeBack(work, job, brought, action);
  }
}
