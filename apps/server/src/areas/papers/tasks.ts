import { heavyTask } from '../../platform/heavy';
import type { PacketText, SlipText } from './draw-papers';

/** Draws packets and letters as one PDF. @param at milliseconds since 1970, written into the file */
export const DrawPackets = heavyTask<{ packets: PacketText[]; at: number }, Uint8Array>('draw packets');
/** Draws the slip for papers that were received. */
export const DrawSlip = heavyTask<{ slip: SlipText; at: number }, Uint8Array>('draw slip');
