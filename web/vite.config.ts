import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  root: import.meta.dirname,
  plugins: [vue()],
  build: { outDir: '../.build/page', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
})
