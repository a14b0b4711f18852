import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: { target: 'es2023', chunkSizeWarningLimit: 900, manifest: true },
  server: { proxy: { '/api': 'http://127.0.0.1:4317' } },
});
