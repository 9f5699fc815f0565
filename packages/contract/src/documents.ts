/** A document whose file is not what was kept. */
export interface WrongFile {
  id: string;
  name: string;
  clientId: string;
  client: string;
  why: 'missing' | 'damaged';
}

export interface FilesKept {
  files: number;
  bytes: number;
  /** Sent by clients' people, and how much of it is kept at most. */
  bytesFromOutside: number;
  mostFromOutside: number;
  /** The moment since which all have been looked at, UTC; null where some never were. */
  checkedSince: string | null;
  /** The first hundred. */
  wrong: WrongFile[];
  wrongInAll: number;
}
