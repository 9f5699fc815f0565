import { closeSync, fsyncSync, openSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { PGlite, PGliteOptions } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** Sees what the database does to its folder, in order: for tests that cut the power at any point of it. Paths are real ones. */
export interface FolderWatch {
  wrote(path: string, position: number, bytes: Uint8Array): void;
  resized(path: string, bytes: number): void;
  synced(path: string): void;
  made(path: string, folder: boolean): void;
  renamed(from: string, to: string): void;
  removed(path: string): void;
}

type Node = object;
interface Stream {
  node: Node;
  /** Of the file or folder that stands open. */
  nfd: number;
}

/** The parts of Emscripten's file layer over Node that are called here. */
interface NodeLayer {
  realPath(node: Node): string;
  stream_ops: {
    fsync?(stream: Stream): number;
    write(stream: Stream, buffer: Uint8Array, offset: number, length: number, position: number): number;
    setattr(stream: Stream, attributes: { size?: number }): void;
  };
  node_ops: {
    setattr(node: Node, attributes: { size?: number }): void;
    mknod(parent: Node, name: string, mode: number, device: number): Node;
    rename(node: Node, folder: Node, name: string): void;
    unlink(parent: Node, name: string): void;
    rmdir(parent: Node, name: string): void;
  };
}

const FOLDER = 0o040000;
const KIND = 0o170000;

type Emscripten = Awaited<ReturnType<NodeFS['init']>>['emscriptenOpts'];

/**
 * The folder of the embedded database, on which a sync is one: PGlite's own file layer answers it without doing
 * anything, so that a power cut takes what was confirmed. It also counts what goes into the log, which nobody else does.
 */
export class SyncedFolder extends NodeFS {
  /** Bytes written to the log since it was last looked at. */
  logged = 0;

  constructor(
    folder: string,
    private readonly syncs: boolean,
    private readonly watch: FolderWatch | null = null,
  ) {
    super(folder);
  }

  override async init(database: PGlite, options: Emscripten): Promise<{ emscriptenOpts: Emscripten }> {
    const { emscriptenOpts } = await super.init(database, options);
    const ours = (module: object): void => this.layOver((module as { NODEFS: NodeLayer }).NODEFS);
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [ours, ...(emscriptenOpts.preRun ?? [])] } };
  }

  private layOver(layer: NodeLayer): void {
    const { stream_ops: streams } = layer;
    const { watch } = this;
    const write = streams.write.bind(streams);
    streams.write = (stream, buffer, offset, length, position) => {
      const wrote = write(stream, buffer, offset, length, position);
      const path = layer.realPath(stream.node);
      if (path.includes('/pg_wal/')) this.logged += wrote;
      watch?.wrote(path, position, Uint8Array.from(buffer.subarray(offset, offset + wrote)));
      return wrote;
    };
    streams.fsync = (stream) => {
      if (this.syncs) fsyncSync(stream.nfd);
      watch?.synced(layer.realPath(stream.node));
      return 0;
    };
    if (watch) tell(layer, watch);
  }
}

/** Has everything told that changes the folder itself and the sizes of files. */
function tell(layer: NodeLayer, watch: FolderWatch): void {
  const { stream_ops: streams, node_ops: nodes } = layer;
  const before = { ...nodes };
  const resize = streams.setattr.bind(streams);
  streams.setattr = (stream, attributes) => {
    resize(stream, attributes);
    if (attributes.size !== undefined) watch.resized(layer.realPath(stream.node), attributes.size);
  };
  nodes.setattr = (node, attributes) => {
    before.setattr(node, attributes);
    if (attributes.size !== undefined) watch.resized(layer.realPath(node), attributes.size);
  };
  nodes.mknod = (parent, name, mode, device) => {
    const node = before.mknod(parent, name, mode, device);
    watch.made(layer.realPath(node), (mode & KIND) === FOLDER);
    return node;
  };
  nodes.rename = (node, folder, name) => {
    const from = layer.realPath(node);
    before.rename(node, folder, name);
    watch.renamed(from, join(layer.realPath(folder), name));
  };
  nodes.unlink = (parent, name) => {
    before.unlink(parent, name);
    watch.removed(join(layer.realPath(parent), name));
  };
  nodes.rmdir = (parent, name) => {
    before.rmdir(parent, name);
    watch.removed(join(layer.realPath(parent), name));
  };
}

/** How the database is started: as PGlite starts it, but that it syncs, with buffers small enough to be written out in a moment, and a log that shrinks again. */
export function startWith(usual: readonly string[], syncs: boolean): NonNullable<PGliteOptions['startParams']> {
  const buffers = ['-c', 'shared_buffers=16MB', '-c', 'min_wal_size=32MB', '-c', 'max_wal_size=128MB'];
  return syncs ? [...usual.filter((one) => one !== '-F'), '-c', 'fsync=on', '-c', 'wal_sync_method=fsync', ...buffers] : [...usual, ...buffers];
}

/** Syncs one file, or a folder with the names in it. */
export function syncPath(path: string): void {
  const open = openSync(path, 'r');
  try {
    fsyncSync(open);
  } finally {
    closeSync(open);
  }
}

/** Makes a folder safe that was written without syncs: all that is in it, and its own name. */
export function syncNew(folder: string): void {
  syncAll(folder);
  syncPath(dirname(folder));
}

function syncAll(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) syncAll(path);
    else if (entry.isFile()) syncPath(path);
  }
  syncPath(folder);
}
