export { QuestionnaireAnswering } from './answering.service';
export { QuestionnaireAsking } from './asking.service';
export { QuestionnaireTemplates } from './templates.service';
