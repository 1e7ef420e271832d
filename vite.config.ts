import { fileURLToPath } from 'node:url'
import { reactRouter } from '@react-router/dev/vite'
import { defineConfig } from 'vite'

/**
 * Packages of many small files, of which a server process needs a part: built in, they are read in a tenth of the time.
 */
const BUILT_IN = [
  /^antd/,
  /^@ant-design\//,
  /^@emotion\//,
  /^@rc-component\//,
  /^rc-/,
  /^mathjs/,
  /^recharts/,
  /^lucide-react/,
  /^@dnd-kit\//,
  /^zod/,
  /^parse5/,
]

/** What nearly every screen needs comes in few files: over a slow line each costs a way there and back. */
const TOGETHER = [
  { name: 'icons', test: /node_modules\/lucide-react\// },
  // Nothing of dialogs is needed before the first of them.
  {
    name: 'base',
    test: /node_modules\/(?!(antd\/es\/(modal|skeleton|form|input)|@rc-component\/(dialog|form|async-validator|input))\/)/,
    minShareCount: 12,
  },
]

// The server's own entry is part of the server build: routes and sockets share one pool, one hub, one set of trees.
export default defineConfig(({ isSsrBuild }) => ({
  plugins: [reactRouter()],
  resolve: isSsrBuild
    ? {}
    : { alias: [{ find: /^zod$/, replacement: fileURLToPath(new URL('app/shell/quiet-zod.ts', import.meta.url)) }] },
  // Workers fetch parts of theirs when they need them.
  worker: { format: 'es' as const },
  ssr: { noExternal: BUILT_IN },
  build: {
    target: isSsrBuild ? 'node20' : 'es2022',
    chunkSizeWarningLimit: 1200,
    assetsInlineLimit: 0,
    rollupOptions: isSsrBuild ? { input: './server/main.ts' } : { output: { advancedChunks: { groups: TOGETHER } } },
  },
}))
