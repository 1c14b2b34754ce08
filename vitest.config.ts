import { defineConfig } from 'vitest/config'
import vue from '@vitejs/plugin-vue'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', include: ['core/**/*.test.ts', 'demo/**/*.test.ts'] } },
      { test: { name: 'server', include: ['server/**/*.test.ts'], testTimeout: 20_000 } },
      { plugins: [vue()], test: { name: 'web', include: ['web/**/*.test.ts'] } },
      {
        test: {
          name: 'e2e',
          include: ['e2e/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
})
