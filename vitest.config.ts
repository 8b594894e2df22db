import vue from '@vitejs/plugin-vue';
import vuetify from 'vite-plugin-vuetify';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  test: {
    include: [
      'core/**/*.test.ts',
      'app/**/*.test.ts',
      'server/**/*.test.ts',
      'scripts/**/*.test.ts',
    ],
    // Vuetify's components bring their styles along.
    server: { deps: { inline: ['vuetify'] } },
    setupFiles: ['core/test/setup.ts'],
    testTimeout: 60_000,
  },
});
