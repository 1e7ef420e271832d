import { defineConfig } from 'vite'

/** What goes into a file that stands alone: one script, one style with its fonts in it, nothing to be fetched. */
export default defineConfig({
  base: './',
  publicDir: false,
  build: {
    outDir: 'build/standalone',
    assetsInlineLimit: Infinity,
    cssCodeSplit: false,
    target: 'es2020',
    cssTarget: ['chrome100', 'firefox100', 'safari15'],
    lib: { entry: 'reader/standalone.ts', formats: ['es'], fileName: () => 'standalone.js', cssFileName: 'standalone' },
  },
})
