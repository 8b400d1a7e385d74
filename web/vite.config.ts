import react from '@vitejs/plugin-react';
import { Agent } from 'node:http';
import { resolve } from 'node:path';
import { gzipSync } from 'node:zlib';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** No script of the client is larger than this, in kB before compression; the charts' library is the largest. */
const MOST_KB = 600;

/** What a first visit may load of JavaScript, in kB as it travels (gzip): its modules, each with what it imports. */
const VISITS = [
  { name: 'Shows', mostKB: 220, modules: ['app/start.tsx', 'features/shows/ShowsPage.tsx'] },
  // With the calculators, whose warnings belong to the show.
  { name: 'the stage', mostKB: 219, modules: ['live/start.tsx'] },
];

/** Fails the build when a script or a first visit grows past its limit, naming it. */
const sizes = (): Plugin => ({
  name: 'sizes',
  generateBundle(_options, bundle) {
    const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
    const travelsKB = (code: string) => gzipSync(code).length / 1000;
    for (const { fileName, code } of chunks)
      if (code.length / 1000 > MOST_KB)
        this.error(`${fileName} has ${(code.length / 1000).toFixed(0)} kB; the limit is ${MOST_KB}.`);
    for (const { name, mostKB, modules } of VISITS) {
      const loaded = new Set<string>();
      const load = (fileName: string): void => {
        const chunk = chunks.find((c) => c.fileName === fileName);
        if (!chunk || loaded.has(fileName)) return;
        loaded.add(fileName);
        chunk.imports.forEach(load);
      };
      for (const chunk of chunks)
        if (chunk.isEntry || modules.some((m) => chunk.moduleIds.some((id) => id.endsWith(`/web/${m}`))))
          load(chunk.fileName);
      const kB = chunks.filter((c) => loaded.has(c.fileName)).reduce((sum, c) => sum + travelsKB(c.code), 0);
      const message = `a first visit to ${name} loads ${kB.toFixed(0)} kB of JavaScript, compressed`;
      if (kB > mostKB) this.error(`${message}; the limit is ${mostKB}.`);
      this.info(message);
    }
  },
});

/** The two fonts every page begins with are fetched beside the scripts, not after them. */
const fonts = (): Plugin => ({
  name: 'fonts',
  transformIndexHtml: {
    order: 'post',
    handler: (_html, { bundle }) =>
      Object.keys(bundle ?? {})
        .filter((name) => /-latin-wght-normal-[^/]*\.woff2$/.test(name))
        .map((name) => ({
          tag: 'link',
          attrs: { rel: 'preload', href: `/${name}`, as: 'font', type: 'font/woff2', crossorigin: '' },
          injectTo: 'head' as const,
        })),
  },
});

export default defineConfig({
  plugins: [
    react(),
    sizes(),
    fonts(),
    // The shell is kept on the device, so that a stage screen opens again while the server is down.
    VitePWA({
      registerType: 'autoUpdate',
      manifest: {
        name: 'Hearty Stage',
        short_name: 'Hearty Stage',
        theme_color: '#5A2D62',
        background_color: '#FBF7F0',
        display: 'standalone',
        icons: [
          { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: '/mark-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/mark-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        // A picture never changes under its address: once seen it is there in the field too.
        runtimeCaching: [
          {
            urlPattern: ({ url }) => url.pathname.startsWith('/api/pictures/'),
            handler: 'CacheFirst',
            options: { cacheName: 'pictures', expiration: { maxEntries: 300 } },
          },
        ],
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
    }),
  ],
  resolve: { alias: { '@hearty/core': resolve(import.meta.dirname, '../core/index.ts') } },
  worker: { format: 'es' },
  build: {
    chunkSizeWarningLimit: MOST_KB,
    // Units are read by forms alone; bundled with what everything shares they would travel with every page.
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'units', test: /js-quantities/ }] } } },
  },
  server: {
    port: 5173,
    // Kept connections: what closes each one counts as another machine's proxy.
    proxy: { '/api': { target: 'http://127.0.0.1:4180', agent: new Agent({ keepAlive: true }) } },
  },
});
