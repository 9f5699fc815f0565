import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The router names its development build alone; what it warns of there is of no use to who opens a page, and has to be carried to it. */
const router = (file: string) => join(import.meta.dirname, '../../node_modules/react-router/dist/production', file);

export default defineConfig(({ command }) => ({
  root: import.meta.dirname,
  resolve: {
    alias:
      command === 'build'
        ? [
            { find: /^react-router$/, replacement: router('index.mjs') },
            { find: /^react-router\/dom$/, replacement: router('dom-export.mjs') },
          ]
        : [],
  },
  plugins: [react(), tailwindcss()],
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    rollupOptions: { input: ['index.html', 'portal.html'].map((name) => join(import.meta.dirname, name)) },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
}));
