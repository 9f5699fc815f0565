export { AccessService } from './access.service';
