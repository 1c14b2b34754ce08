import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import components from 'unplugin-vue-components/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  // Element Plus comes in component by component, with its style.
  // A line break between two words in a template is a space, as in HTML.
  plugins: [
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    components({ dirs: [], dts: false, resolvers: [ElementPlusResolver()] }),
    // The pages open without the server, where the browser has a secure context.
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Stout Shackle',
        short_name: 'Shackle',
        display: 'standalone',
        start_url: '/',
        background_color: '#F4F1EA',
        theme_color: '#20262A',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        runtimeCaching: [
          {
            // Papers as they were made last; the server is asked first.
            urlPattern: ({ url }) => /^\/api\/jobs\/[^/]+\/(?:card|record)\.pdf$/.test(url.pathname),
            handler: 'NetworkFirst',
            options: { cacheName: 'papers', networkTimeoutSeconds: 6, expiration: { maxEntries: 60 } },
          },
        ],
      },
    }),
  ],
  server: { port: 5280, proxy: { '/api': 'http://127.0.0.1:5281' } },
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    // Lets a page without a worker ask for every other one while the server is there.
    manifest: 'chunks.json',
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    // A dependency's misplaced comments are no business of ours.
    rollupOptions: { onwarn: (warning, warn) => warning.code !== 'INVALID_ANNOTATION' && warn(warning) },
  },
})
