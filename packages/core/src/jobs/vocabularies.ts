/** The words from which facts of a job are chosen. */

export const JOB_STATUSES = ['open', 'on hold', 'finished'] as const;
export type JobStatus = (typeof JOB_STATUSES)[number];

export const PRIORITIES = ['first', 'usual', 'when there is room'] as const;
export type Priority = (typeof PRIORITIES)[number];

/** How a job is billed. */
export const CATEGORIES = ['agreed fee', 'by time', 'not charged'] as const;
export type Category = (typeof CATEGORIES)[number];
