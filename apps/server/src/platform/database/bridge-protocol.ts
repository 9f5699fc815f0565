/** What travels between the application and the thread on which the embedded database runs. */
export type BridgeCall =
  | { id: number; do: 'open'; dataDir: string | null; template: string | null; syncs: boolean; checks: boolean; program: WebAssembly.Module }
  | { id: number; do: 'query'; sql: string; params: unknown[]; rowMode: 'array' | 'object' }
  | { id: number; do: 'exec'; sql: string }
  | { id: number; do: 'checkpoint'; above: number }
  | { id: number; do: 'dump'; file: string }
  | { id: number; do: 'close' };

/** A call without its number, which the bridge gives it. */
export type BridgeOrder = BridgeCall extends infer Call ? (Call extends { id: number } ? Omit<Call, 'id'> : never) : never;

export type BridgeAnswer =
  { id: number; result: unknown } | { id: number; error: { message: string; code?: string; detail?: string; constraint?: string; name?: string } };
