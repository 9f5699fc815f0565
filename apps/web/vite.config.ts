import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    rollupOptions: { input: ['index.html', 'portal.html'].map((name) => join(import.meta.dirname, name)) },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
});
