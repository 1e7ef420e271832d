import { spawnSync } from 'node:child_process'

/** Builds everything: the theme's style, what readers load, the application with its server. */
function run(...command: string[]): void {
  const { status } = spawnSync(process.execPath, command, { stdio: 'inherit' })
  if (status !== 0) process.exit(status ?? 1)
}

run('--import', 'tsx', 'scripts/theme-css.tsx')
run('node_modules/@react-router/dev/bin.js', 'build')
run('node_modules/vite/bin/vite.js', 'build', '--config', 'vite.reader.config.ts', '--logLevel', 'warn')
run('node_modules/vite/bin/vite.js', 'build', '--config', 'vite.standalone.config.ts', '--logLevel', 'warn')
run('node_modules/vite/bin/vite.js', 'build', '--config', 'vite.tools.config.ts', '--logLevel', 'warn')
run('--import', 'tsx', 'scripts/precompress.ts')
