import { createHash } from 'node:crypto'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defaultClientConditions, defineConfig, type Plugin } from 'vite'

const conditions = ['source', ...defaultClientConditions]

/** The service worker's own file, without a hash: the browser looks there for a new one. */
const WORKER = 'sw.js'
/** Files that are not needed to open the application. */
const LEFT_OUT = /\.map$|^sw\.js$/

/** Gives the service worker the list of all built files, each with what changes when it does. */
const applicationFiles: Plugin = {
  name: 'application-files',
  apply: 'build',
  enforce: 'post',
  generateBundle: {
    order: 'post',
    handler: (_options, bundle) => {
      const worker = bundle[WORKER]
      if (worker?.type !== 'chunk') return
      const files = Object.values(bundle)
        .filter(({ fileName }) => !LEFT_OUT.test(fileName))
        .map((file) => {
          const content = file.type === 'chunk' ? file.code : file.source
          const hash = createHash('sha256').update(content).digest('hex').slice(0, 16)
          // Names in assets have their content's hash in them.
          return { url: `/${file.fileName}`, revision: file.fileName.startsWith('assets/') ? null : hash }
        })
      worker.code = worker.code.replace('__APPLICATION_FILES__', () => JSON.stringify(files))
    },
  },
}

export default defineConfig({
  plugins: [react(), tailwindcss(), applicationFiles],
  resolve: { conditions },
  worker: { format: 'es' },
  build: {
    outDir: 'dist',
    target: 'es2022',
    sourcemap: true,
    chunkSizeWarningLimit: 1500,
    rolldownOptions: {
      input: { index: 'index.html', sw: 'src/offline/serviceWorker.ts' },
      output: { entryFileNames: ({ name }) => (name === 'sw' ? WORKER : 'assets/[name]-[hash].js') },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
})
