export { ApprovalsService, NotApproved } from './approvals.service';
