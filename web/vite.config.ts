import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'

export default defineConfig({
  root: import.meta.dirname,
  // Line breaks between inline elements are spaces, as in any page.
  plugins: [
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css|svg)$/, threshold: 1000 }),
  ],
  build: {
    outDir: '../.build/page',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        // What every place begins with comes in two pieces and not in thirty: a slow line is far away, and each piece is a journey.
        codeSplitting: {
          groups: [
            { name: 'library', test: /[\\/]node_modules[\\/]/, tags: ['$initial'], priority: 1 },
            { name: 'first', tags: ['$initial'] },
          ],
        },
      },
    },
  },
})
