import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  root: import.meta.dirname,
  // Line breaks between inline elements are spaces, as in any page.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  build: { outDir: '../.build/page', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
})
