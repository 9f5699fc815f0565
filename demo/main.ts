import { run } from '@steady/server/program';
import { fillDemoFirm } from './fill';

// The server as it ships, with the demo firm at hand for a new data folder.
void run(fillDemoFirm);
