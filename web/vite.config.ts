import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import { compression } from 'vite-plugin-compression2'

/** Pieces of the page that need the server or a table in any case. */
const AT_THE_TABLE = [
  'Trial',
  'NewTrial',
  'trial.worker',
  'analyse',
  'ReferencePlace',
  'PeoplePlace',
  'WorkedPlace',
  'WinterPlace',
  'LookedBackPlace',
  'ReviewedPlace',
  'RegisterPlace',
  'SignUpPlace',
  'InvitationPlace',
  'SharedPlace',
  'OutboxPlace',
  'FilePlace',
  'LinePlace',
  'chartjs-plugin-zoom',
  'fraunces-latin-ext',
  'YardMatchPlace',
  'yard.worker',
  'SeasonPlace',
  'YouPlace',
  'PractisePlace',
  'FirstSteps',
  'tz-',
].map((name) => `**/${name}*`)

export default defineConfig({
  root: import.meta.dirname,
  // Line breaks between inline elements are spaces, as in any page.
  plugins: [
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        id: '/',
        name: 'Round Thistle',
        short_name: 'Round Thistle',
        description: 'From a mite count to a dated treatment plan, and the count after it.',
        start_url: '/today',
        scope: '/',
        display: 'standalone',
        background_color: '#FBF8F3',
        theme_color: '#2A2130',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        // What is done at the table and not in the yard is kept once it was opened there; so the phone has under 4 MB of ours.
        globIgnores: AT_THE_TABLE,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/(healthz|readyz)/],
        cleanupOutdatedCaches: true,
        inlineWorkboxRuntime: true,
        sourcemap: false,
        runtimeCaching: [
          {
            urlPattern: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/assets/'),
            handler: 'CacheFirst',
            options: { cacheName: 'at-the-table', expiration: { maxEntries: 60 } },
          },
        ],
      },
    }),
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
