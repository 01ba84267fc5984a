import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defaultClientConditions, defineConfig } from 'vite'

const conditions = ['source', ...defaultClientConditions]

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions },
  worker: { format: 'es' },
  build: { outDir: 'dist', target: 'es2022', sourcemap: true, chunkSizeWarningLimit: 1500 },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
})
