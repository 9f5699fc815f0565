export interface Health {
  status: 'alive' | 'ready';
  /** The newest backup, and whether it was proved by bringing it back; left out where it was not asked for or there is none. */
  backup?: { at: string; proved: boolean };
}
