import vue from '@vitejs/plugin-vue';
import vuetify from 'vite-plugin-vuetify';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    maxWorkers: '100%',
    testTimeout: 60_000,
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'scripts/**/*.test.ts'],
          setupFiles: ['core/test/setup.ts'],
          // Nothing here replaces a module or touches a page, so that files may share what they read.
          isolate: false,
        },
      },
      {
        extends: true,
        plugins: [vue(), vuetify({ autoImport: true })],
        test: {
          name: 'app',
          include: ['app/**/*.test.ts'],
          setupFiles: ['core/test/setup.ts', 'app/test/setup.ts'],
          // Vuetify's components bring their styles along.
          server: { deps: { inline: ['vuetify'] } },
        },
      },
    ],
  },
});
