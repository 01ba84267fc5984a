import { defaultServerConditions } from 'vite'
import { defineConfig } from 'vitest/config'

const conditions = ['source', ...defaultServerConditions]

export default defineConfig({
  resolve: { conditions },
  ssr: { resolve: { conditions, externalConditions: ['source', 'node'] } },
  test: {
    include: ['{core,contract,server,web,demo}/**/*.test.ts'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    // Half of the processors by default: on two of them that is one.
    maxWorkers: 2,
    // Only against a test that hangs: on a slow machine some take a minute.
    testTimeout: 300_000,
    hookTimeout: 60_000,
    server: { deps: { inline: [/^@eager-contour\//] } },
  },
})
