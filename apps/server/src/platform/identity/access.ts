import { SetMetadata } from '@nestjs/common';
import type { Right } from '@steady/core/access';

/** Who may call a route. A route that does not say is refused to everybody. */
export type Access = { open: true } | { needs: Right } | { client: true };

export const ACCESS = 'access';

/** Anyone, signed in or not. */
export const Open = () => SetMetadata(ACCESS, { open: true } satisfies Access);
/** People of the firm whose role carries the right. */
export const Needs = (right: Right) => SetMetadata(ACCESS, { needs: right } satisfies Access);
/** A client's person, from inside the portal. */
export const ForClients = () => SetMetadata(ACCESS, { client: true } satisfies Access);
