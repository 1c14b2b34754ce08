import { availableParallelism } from 'node:os'
import { defineConfig } from 'vitest/config'
import vue from '@vitejs/plugin-vue'
import components from 'unplugin-vue-components/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'

export default defineConfig({
  test: {
    // As many as there are cores: one less, which is the usual, leaves half of two cores idle.
    maxWorkers: availableParallelism(),
    projects: [
      {
        test: {
          name: 'core',
          // One module graph for the files of a worker, here and at the server: all that modules keep are answers by their questions.
          isolate: false,
          include: ['core/**/*.test.ts', 'demo/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          include: ['server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        plugins: [
          vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
          components({ dirs: [], dts: false, resolvers: [ElementPlusResolver({ importStyle: false })] }),
        ],
        test: {
          name: 'web',
          include: ['web/**/*.test.ts'],
          environment: 'happy-dom',
          setupFiles: ['web/fixtures/setup.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'e2e',
          include: ['e2e/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 120_000,
          // A page on a busy machine takes its time; a journey waits for what a person would wait for.
          expect: { poll: { timeout: 5000 } },
        },
      },
    ],
  },
})
