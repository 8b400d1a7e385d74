import react from '@vitejs/plugin-react';
import { resolve } from 'node:path';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** No script of the client is larger than this, in kB before compression; the charts' library is the largest. */
const MOST_KB = 600;
/** All that a phone on stage loads before it shows anything. */
const MOST_LIVE_KB = 700;

/** Fails the build when a script grows past its limit, naming it. */
const sizes = (): Plugin => ({
  name: 'sizes',
  generateBundle(_options, bundle) {
    const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
    const kB = (file: (typeof chunks)[number]) => Buffer.byteLength(file.code) / 1000;
    for (const chunk of chunks)
      if (kB(chunk) > MOST_KB)
        this.error(`${chunk.fileName} has ${kB(chunk).toFixed(0)} kB; the limit is ${MOST_KB}.`);
    const byName = new Map(chunks.map((chunk) => [chunk.fileName, chunk]));
    const live = chunks.find((chunk) => chunk.facadeModuleId?.endsWith('live/start.tsx'));
    const loaded = new Set<string>();
    const load = (name: string): void => {
      if (loaded.has(name)) return;
      loaded.add(name);
      byName.get(name)?.imports.forEach(load);
    };
    if (live) load(live.fileName);
    const liveKB = [...loaded].reduce((sum, name) => sum + (byName.has(name) ? kB(byName.get(name)!) : 0), 0);
    if (liveKB > MOST_LIVE_KB)
      this.error(`The live screens load ${liveKB.toFixed(0)} kB; the limit is ${MOST_LIVE_KB}.`);
    this.info(`live screens: ${liveKB.toFixed(0)} kB`);
  },
});

export default defineConfig({
  plugins: [
    react(),
    sizes(),
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
  build: { chunkSizeWarningLimit: MOST_KB },
  server: { port: 5173, proxy: { '/api': 'http://127.0.0.1:4180' } },
});
