import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

let compiled: Promise<WebAssembly.Module> | null = null;

/**
 * The program that the embedded database is, compiled once for a process. Whoever opens a database hands it on to the thread
 * that runs it: opened again after a statement was ended, it is as quick as it had become.
 */
export function embeddedProgram(): Promise<WebAssembly.Module> {
  const parts = dirname(createRequire(import.meta.url).resolve('@electric-sql/pglite'));
  return (compiled ??= readFile(join(parts, 'pglite.wasm')).then((bytes) => WebAssembly.compile(new Uint8Array(bytes))));
}
