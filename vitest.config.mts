import { availableParallelism } from 'node:os';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

/** What these make known (a kind, a way, a block) every test after them would find. */
const MAKE_KNOWN = ['firmware/host/tiny-*.test.ts', 'src/core/engine/level-lanes.test.ts'];

/** What these look at stands on a page. */
const ON_A_PAGE = [
  'src/**/*.test.tsx',
  'src/session/cable.test.ts',
  'src/core/plan/face/panel-sheet.test.ts',
  'src/core/plan/board-papers.test.ts',
  'src/core/exchange/record/record.test.ts',
];

export default defineConfig({
  plugins: [react()],
  resolve: { tsconfigPaths: true },
  test: {
    globalSetup: './vitest.global.ts',
    setupFiles: ['./vitest.setup.ts'],
    // A machine that is shared stands still for seconds; a soak looks so many times as long.
    testTimeout: 180_000 * Number(process.env.SOAK_TIMES ?? 1),
    // By itself it leaves a core out, which is half of two; one more, since many wait for a compiler or a process.
    maxWorkers: availableParallelism() + 1,
    projects: [
      {
        extends: true,
        test: {
          name: 'together',
          include: ['src/**/*.test.ts', 'firmware/**/*.test.ts', 'demo/**/*.test.ts'],
          exclude: [...MAKE_KNOWN, ...ON_A_PAGE],
          isolate: false,
        },
      },
      {
        extends: true,
        test: { name: 'pages', include: ON_A_PAGE, environment: 'happy-dom', isolate: false },
      },
      { extends: true, test: { name: 'alone', include: MAKE_KNOWN } },
    ],
  },
});
