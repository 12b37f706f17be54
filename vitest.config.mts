import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

/** What these make known (a kind, a way, a block) every test after them would find. */
const MAKE_KNOWN = ['firmware/host/tiny-*.test.ts', 'src/core/engine/level-lanes.test.ts'];

export default defineConfig({
  plugins: [react()],
  resolve: { tsconfigPaths: true },
  test: {
    globalSetup: './vitest.global.ts',
    setupFiles: ['./vitest.setup.ts'],
    // A machine that is shared stands still for seconds.
    testTimeout: 180_000,
    // By itself it leaves a core out, which is half of two.
    maxWorkers: '100%',
    projects: [
      {
        extends: true,
        test: {
          name: 'together',
          include: ['src/**/*.test.{ts,tsx}', 'firmware/**/*.test.ts', 'demo/**/*.test.ts'],
          exclude: MAKE_KNOWN,
          isolate: false,
        },
      },
      { extends: true, test: { name: 'alone', include: MAKE_KNOWN } },
    ],
  },
});
