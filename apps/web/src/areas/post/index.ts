/** What other areas use of this one. */
export { PostViews } from './post-page';
export { useSendingForm } from './sending-form';
export { SendingLeaf, sentInWords } from './sending-leaf';
export { WriteLeaf } from './write-leaf';
