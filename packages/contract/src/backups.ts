/** One copy of everything a firm keeps, as one file. */
export interface BackupView {
  name: string;
  /** The moment for which it stands, UTC. */
  at: string;
  bytes: number;
  clients: number;
  documents: number;
  /** It was brought back into a scratch folder, and all of it was there and sound. */
  proved: boolean;
  /** What is wrong with it; null where it was proved. */
  wrong: string | null;
}

export interface BackupsView {
  /** Where they lie. */
  folder: string;
  /** False where the database is on a server, which has backups of its own. */
  ours: boolean;
  backups: BackupView[];
}
