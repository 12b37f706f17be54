import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  resolve: { tsconfigPaths: true },
  test: {
    globalSetup: './vitest.global.ts',
    include: ['src/**/*.test.{ts,tsx}', 'firmware/**/*.test.ts', 'demo/**/*.test.ts'],
    setupFiles: ['./vitest.setup.ts'],
    testTimeout: 60_000,
    // By itself it leaves a core out, which is half of two.
    maxWorkers: '100%',
  },
});
