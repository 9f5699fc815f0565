/** What other areas use of this one. */
export { SendingLeaf, sentInWords } from './sending-leaf';
export { WriteLeaf } from './write-leaf';
