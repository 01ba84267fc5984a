import { defaultServerConditions, defineConfig } from 'vite'

const conditions = ['source', ...defaultServerConditions]

export default defineConfig({
  resolve: { conditions },
  ssr: { noExternal: [/^@eager-contour\//], resolve: { conditions, externalConditions: ['source', 'node'] } },
  build: {
    outDir: 'dist',
    target: 'node20',
    sourcemap: true,
    rollupOptions: { output: { entryFileNames: 'main.js' } },
  },
})
