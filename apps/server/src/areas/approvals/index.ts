export { ApprovalsService } from './approvals.service';
