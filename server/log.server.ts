import pino from 'pino'
import { config } from './config.server.ts'

/** Structured logs on standard output, a JSON object a line. No page content and no token ever stands in them. */
export const log = pino({ level: config.LOG_LEVEL, base: undefined })
