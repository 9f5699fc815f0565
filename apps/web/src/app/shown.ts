import type { ReactNode } from 'react';

/** A component, for whoever shows it. */
export type Shown<Props> = (props: Props) => ReactNode;
