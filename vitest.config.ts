import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [vue()],
  test: {
    include: [
      'core/**/*.test.ts',
      'app/**/*.test.ts',
      'server/**/*.test.ts',
      'scripts/**/*.test.ts',
    ],
    setupFiles: ['core/testing/setup.ts'],
    testTimeout: 60_000,
  },
});
