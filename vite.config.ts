import vue from '@vitejs/plugin-vue';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import vuetify from 'vite-plugin-vuetify';
import { paper } from './app/theme/palette.ts';

/** The typesetter brings each of its fonts in three formats; every browser that runs this reads the first. */
const oneFontFormat: Plugin = {
  name: 'one-font-format',
  enforce: 'pre',
  transform(code, id) {
    return id.includes('katex') && id.includes('.css')
      ? code.replace(/,\s*url\([^)]*\.(?:woff|ttf)\)\s*format\("(?:woff|truetype)"\)/g, '')
      : null;
  },
};

/** The page's own colour before any style is read. */
const themeColour: Plugin = {
  name: 'theme-colour',
  transformIndexHtml: (html) => html.replace('__THEME_COLOUR__', paper.background),
};

export default defineConfig({
  plugins: [
    vue(),
    vuetify({ autoImport: true }),
    oneFontFormat,
    themeColour,
    VitePWA({
      // The page asks before a new version takes over.
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        id: '/',
        name: 'Mizuna',
        short_name: 'Mizuna',
        description: 'Design, judge and run a fish tank or reservoir with flood-and-drain beds.',
        start_url: '/',
        display: 'standalone',
        background_color: paper.background,
        theme_color: paper.background,
        icons: [
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          {
            src: '/icon-maskable-512.png',
            sizes: '512x512',
            type: 'image/png',
            purpose: 'maskable',
          },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        navigateFallback: '/index.html',
        inlineWorkboxRuntime: true,
        sourcemap: false,
      },
    }),
  ],
  build: {
    target: 'es2022',
    sourcemap: false,
    modulePreload: { polyfill: false },
    reportCompressedSize: false,
    // A small font put into the styles would be refused by the page's own policy.
    assetsInlineLimit: 0,
  },
  worker: { format: 'es' },
});
