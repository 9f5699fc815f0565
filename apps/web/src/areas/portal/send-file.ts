import * as uploadsPortalRoutes from '@steady/contract/uploads-portal.routes';
import { refresh } from '../../app/api';
import { type FileGoesTo, sendResumed } from '../../app/resumed';
import type { SendOne } from '../../ui/sending-files';

/** Sends files of a client to where they are wanted; after the line was lost they go on where they stopped. */
export const sendFileTo =
  (to: FileGoesTo & { to: 'item' | 'conversation' | 'question' | 'folder' }): SendOne =>
  async (file, onSent) => {
    await sendResumed(uploadsPortalRoutes.begin, file, to, { onSent });
    await refresh();
  };
