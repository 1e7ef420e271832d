import { defineConfig } from 'vite'

/** What students' pages load: style, fonts, and a script without any framework. */
export default defineConfig({
  base: '/reader/',
  publicDir: false,
  build: {
    outDir: 'build/reader',
    manifest: 'manifest.json',
    assetsInlineLimit: 0,
    target: 'es2020',
    rollupOptions: { input: { room: 'reader/room.ts' } },
  },
})
