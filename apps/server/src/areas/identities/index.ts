export { IdentitiesService } from './identities.service';
