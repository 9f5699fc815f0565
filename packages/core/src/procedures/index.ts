export {
  COMPLETIONS,
  DONE_BY,
  TASK_ROLES,
  type JobPrerequisite,
  type Prerequisite,
  WITHOUT_PROCEDURE,
  WAYS_OF_WORK,
  type Action,
  type Completion,
  type DayOfTask,
  type DoneBy,
  type PhasePlan,
  type Procedure,
  type RequestPlan,
  type TaskPlan,
  type TaskRole,
  type WayOfWork,
  actionsOf,
  answeredForBy,
  holdingFirstTask,
  prerequisitesOf,
} from './procedure';
export { type DayOfPlan, dayOfPlan, dayOfPlanInWords, isDayOfPlan } from './days';
export { checkProcedure, procedureFaults } from './faults';
export { readLink } from './task-shape';
export { type JobDates, type LaidOutJob, type LaidOutTask, layOut, phasesFor } from './lay-out';
export { type AskOfPhase, type JobProgress, type Move, type MoveKind, type PhaseProgress, SIGNATURE, advance, asksToMove, moveKind, progress } from './moves';
export {
  ACTION_KINDS,
  type ActionField,
  type ActionOf,
  type Chosen,
  type Does,
  type NamesOfActions,
  type Planned,
  actionInWords,
  actionsOfMove,
  keyOf,
  leavesTheHouse,
} from './actions';
export {
  type ClientOnPaper,
  type DayOfStory,
  type GoesOut,
  type OnPaper,
  type PaperFault,
  type PaperRoute,
  actionCount,
  goesOutAtOnce,
  onPaper,
  story,
  wantsSomebodyAs,
} from './on-paper';
export { TASK_PARTS, type PlannedTask, type TaskInFlight, type TaskPart, type VersionChange, comparePhases, compareTasks } from './compare';
export { type NamedProcedure, beginsItself } from './begins';
export { apart, changedInCommon, commonKey, followed, takenInCommon } from './in-common';
