import { resolve } from 'node:path';
import { defineConfig } from 'vite';

/** Programs that the tests start and kill. */
export default defineConfig({
  root: import.meta.dirname,
  ssr: { noExternal: [/^@steady\//] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: resolve(import.meta.dirname, '../dist/test'),
    emptyOutDir: true,
    minify: false,
    rolldownOptions: {
      input: {
        'kill-writer': resolve(import.meta.dirname, 'kill-writer.ts'),
        'kill-importer': resolve(import.meta.dirname, 'kill-importer.ts'),
        'kill-mover': resolve(import.meta.dirname, 'kill-mover.ts'),
        stoppable: resolve(import.meta.dirname, 'stoppable.ts'),
        'heavy-worker': resolve(import.meta.dirname, '../src/heavy-worker.ts'),
        'database-worker': resolve(import.meta.dirname, '../src/platform/database/database-worker.ts'),
      },
      output: { entryFileNames: '[name].js' },
    },
  },
});
