export interface Health {
  status: 'alive' | 'ready';
}
