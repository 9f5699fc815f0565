import { resolve } from 'node:path';
import { defineConfig } from 'vite';

const src = (path: string) => resolve(import.meta.dirname, 'src', path);

export default defineConfig({
  root: import.meta.dirname,
  ssr: { noExternal: [/^@steady\//] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
    sourcemap: true,
    minify: false,
    rolldownOptions: {
      input: {
        // The server does not know the demo: it is put together with it here.
        main: resolve(import.meta.dirname, '../../demo/main.ts'),
        due: src('terminal/due.ts'),
        backup: src('terminal/backup.ts'),
        restore: src('terminal/restore.ts'),
        move: src('terminal/move.ts'),
        'change-key': src('terminal/change-key.ts'),
        'check-seal': src('terminal/check-seal.ts'),
        'heavy-worker': src('heavy-worker.ts'),
        'database-worker': src('platform/database/database-worker.ts'),
      },
      output: { entryFileNames: '[name].js', chunkFileNames: 'parts/[name].js' },
    },
  },
});
