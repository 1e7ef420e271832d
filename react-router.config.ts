import type { Config } from '@react-router/dev/config'

export default {
  ssr: true,
  appDirectory: 'app',
  buildDirectory: 'build',
  // All addresses are known from the beginning: on the way to a screen nobody waits for where its code is.
  routeDiscovery: { mode: 'initial' },
} satisfies Config
