export { JOB_FACTS, type JobFactKey, type JobFacts, type JobFactsChanged, enteredJobFacts, factsForRules, jobFactInRules, jobFacts } from './job-facts';
export { CATEGORIES, type Category, JOB_STATUSES, type JobStatus, PRIORITIES, type Priority } from './vocabularies';
export { DAYS_FRESH, type JobStands, type TaskStands, deadlineStands, whyFirst, whyItStays } from './where-it-stands';
