export { RequestsService } from './requests.service';
export { RequestAnswers } from './request-answers.service';
export { ItemAnswered } from './request-answers.service';
export { ElsewhereService } from './elsewhere.service';
export { KeptRequests } from './kept-requests.service';
export { askedEachTime } from './request-sql';
