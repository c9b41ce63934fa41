import vue from '@vitejs/plugin-vue'
import { defineConfig, type HtmlTagDescriptor, type Plugin } from 'vite'

/** The two faces of every page are asked for with its script, so that text does not move when they come. */
const FACES = /(atkinson-hyperlegible-next-latin-wght|fraunces-latin-opsz)-normal[^/]*\.woff2$/
const askForFaces: Plugin = {
  name: 'ask-for-faces',
  transformIndexHtml: {
    order: 'post',
    handler: (_html, { bundle }): HtmlTagDescriptor[] =>
      Object.keys(bundle ?? {})
        .filter((file) => FACES.test(file))
        .map((file) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', href: `/${file}`, crossorigin: true },
          injectTo: 'head',
        })),
  },
}

export default defineConfig({
  root: import.meta.dirname,
  // Line breaks between inline elements are spaces, as in any page.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } }), askForFaces],
  build: { outDir: '../.build/page', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
})
