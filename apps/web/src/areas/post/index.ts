/** What other areas use of this one. */
export { SendingLeaf } from './sending-leaf';
