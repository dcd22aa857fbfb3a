import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/** The faces that every page is set in, so that no text is laid out twice. */
const FACES = /ibm-plex-(sans-latin-[456]00|mono-latin-400)-normal-[^/]*\.woff2$/;

/** Fonts are known once styles are there and text is drawn; these are fetched with the program. */
const fontsAhead: Plugin = {
  name: 'fonts-ahead',
  transformIndexHtml: {
    order: 'post',
    handler: (_, { bundle }) =>
      Object.keys(bundle ?? {})
        .filter((file) => FACES.test(file))
        .map((file) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, href: `/${file}` },
          injectTo: 'head',
        })),
  },
};

export default defineConfig({
  plugins: [react(), tailwindcss(), fontsAhead],
  resolve: { alias: { '@': `${import.meta.dirname}/src` } },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:8080', ws: true } } },
  // Test files share a page and modules, which saves most of their time.
  test: { environment: 'jsdom', isolate: false, setupFiles: './src/testing/setup.ts', testTimeout: 30_000 },
  build: { chunkSizeWarningLimit: 1200 },
});
