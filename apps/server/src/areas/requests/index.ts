export { RequestsService } from './requests.service';
