export { TASK_ROLES, type PhasePlan, type Procedure, type TaskPlan, type TaskRole, type RequestPlan, checkProcedure } from './procedure';
export { type JobDates, type LaidOutJob, type LaidOutTask, layOut } from './lay-out';
export { type JobState, type Move, type PhaseProgress, advance, progress } from './moves';
