import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'
import { compression } from 'vite-plugin-compression2'

/** The shell in the page is painted before the style sheet is there: it comes after the shell, and before anything is drawn by script. */
const shellFirst: Plugin = {
  name: 'shell-first',
  transformIndexHtml: {
    order: 'post',
    handler: (html) => {
      const sheets = html.match(/<link rel="stylesheet"[^>]*>/g) ?? []
      return sheets.reduce((page, sheet) => page.replace(sheet, ''), html).replace('</body>', `${sheets.join('')}</body>`)
    },
  },
}

export default defineConfig({
  root: import.meta.dirname,
  // Line breaks between inline elements are spaces, as in any page.
  plugins: [shellFirst, vue({ template: { compilerOptions: { whitespace: 'preserve' } } }), compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css|svg)$/, threshold: 1000 })],
  build: { outDir: '../.build/page', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
})
