export { PortalFrame } from './frame';
export { sendFileTo } from './send-file';
