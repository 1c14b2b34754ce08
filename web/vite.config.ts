import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import components from 'unplugin-vue-components/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import { defineConfig } from 'vite'

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  // Element Plus comes in component by component, with its style.
  // A line break between two words in a template is a space, as in HTML.
  plugins: [
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    components({ dirs: [], dts: false, resolvers: [ElementPlusResolver()] }),
  ],
  server: { port: 5280, proxy: { '/api': 'http://127.0.0.1:5281' } },
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    // A dependency's misplaced comments are no business of ours.
    rollupOptions: { onwarn: (warning, warn) => warning.code !== 'INVALID_ANNOTATION' && warn(warning) },
  },
})
