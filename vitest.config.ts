import { defaultServerConditions } from 'vite'
import { defineConfig } from 'vitest/config'

const conditions = ['source', ...defaultServerConditions]

export default defineConfig({
  resolve: { conditions },
  ssr: { resolve: { conditions, externalConditions: ['source', 'node'] } },
  test: {
    include: ['{core,contract,server,web,demo}/**/*.test.ts'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    server: { deps: { inline: [/^@eager-contour\//] } },
  },
})
