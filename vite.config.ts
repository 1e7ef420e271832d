import { reactRouter } from '@react-router/dev/vite'
import { defineConfig } from 'vite'

// The server's own entry is part of the server build: routes and sockets share one pool, one hub, one set of trees.
export default defineConfig(({ isSsrBuild }) => ({
  plugins: [reactRouter()],
  build: {
    target: isSsrBuild ? 'node20' : 'es2022',
    chunkSizeWarningLimit: 1200,
    assetsInlineLimit: 0,
    ...(isSsrBuild ? { rollupOptions: { input: './server/main.ts' } } : {}),
  },
}))
