import { defineConfig } from 'vite'

/** What runs beside the server in processes of its own: the workshop, and the commands of whoever runs Fieldstone. */
export default defineConfig({
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'build/tools',
    emptyOutDir: true,
    rollupOptions: { input: { workshop: 'server/transfers/workshop.ts', fieldstone: 'scripts/command-line.ts' } },
  },
})
