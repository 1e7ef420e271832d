/*
 * Zod tries at its first schema whether it may make functions of strings. The policy of our pages forbids that, and the
 * browser writes an error into its console each time. In the browser every module is given this one for `zod`, so that
 * it is told before any schema is made (`vite.config.ts`).
 */
import { config } from 'zod/v4'

config({ jitless: true })

// eslint-disable-next-line no-restricted-syntax -- it stands in for the whole package
export * from 'zod/v4'
