export { JOB_FACTS, type JobFactKey, type JobFacts, type JobFactsChanged, enteredJobFacts, factsForRules, jobFactInRules, jobFacts } from './job-facts';
export { CATEGORIES, type Category, JOB_STATUSES, type JobStatus, PRIORITIES, type Priority } from './vocabularies';
