export { PortalFrame } from './frame';
export { sendFileTo } from './send-file';
export { noteOpened, useOpened } from './use-opened';
