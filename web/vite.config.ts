import react from '@vitejs/plugin-react';
import { resolve } from 'node:path';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    react(),
    // The shell is kept on the device, so that a stage screen opens again while the server is down.
    VitePWA({
      registerType: 'autoUpdate',
      manifest: {
        name: 'Hearty Stage',
        short_name: 'Hearty Stage',
        theme_color: '#5A2D62',
        background_color: '#FBF7F0',
        display: 'standalone',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
    }),
  ],
  resolve: { alias: { '@hearty/core': resolve(import.meta.dirname, '../core/index.ts') } },
  worker: { format: 'es' },
  build: { chunkSizeWarningLimit: 2500 },
  server: { port: 5173, proxy: { '/api': 'http://127.0.0.1:4180' } },
});
