export { isGranted } from './access-sql';
export { AccessService } from './access.service';
export { GroupsService } from './groups.service';
