export { PacketsService } from './packets.service';
export { PapersService } from './papers.service';
