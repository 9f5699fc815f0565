import { resolve } from 'node:path';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  ssr: { noExternal: [/^@steady\//] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: resolve(import.meta.dirname, '../../../.cache/bench-build'),
    emptyOutDir: true,
    minify: false,
    rolldownOptions: {
      input: {
        bench: resolve(import.meta.dirname, 'bench.ts'),
        'large-firm': resolve(import.meta.dirname, 'large-firm.ts'),
        'database-worker': resolve(import.meta.dirname, '../src/platform/database/database-worker.ts'),
      },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name].js' },
    },
  },
});
