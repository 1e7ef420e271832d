import { z } from 'zod'

const schema = z.object({
  DATABASE_URL: z.string().startsWith('postgres'),
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number().int().min(0).max(65_535).default(4310),
  /** Where browsers find Fieldstone, such as https://fieldstone.example; this machine's own port when left out. */
  ADDRESS: z.url().optional(),
  /** Where sealed frames live: an origin of another host name that leads here too. */
  SEALED_ADDRESS: z.url().optional(),
  /**
   * Host names of stand-ins and the port of this machine they lead to: `millrace.localhost=4311,…`. Nobody else here is
   * ever asked.
   */
  STANDINS: z
    .string()
    .default('')
    .transform(
      (text) =>
        Object.fromEntries(
          text
            .split(',')
            .flatMap((pair) =>
              /^([a-z0-9.-]+)=(\d+)$/.exec(pair) ? [[pair.split('=')[0]!, Number(pair.split('=')[1])]] : [],
            ),
        ) as Record<string, number | undefined>,
    ),
  /** The mail server that notices go to, such as smtp://127.0.0.1:2525; none are mailed when it is left out. */
  SMTP_URL: z
    .string()
    .regex(/^smtps?:\/\//, 'an address that begins with smtp:// or smtps:// was expected')
    .optional(),
  MAIL_FROM: z.string().max(200).default('Fieldstone <fieldstone@fieldstone.example>'),
  /** Set behind a proxy that ends https: cookies become Secure, addresses begin with https. */
  HTTPS: z.stringbool().default(false),
  /** How many proxies stand before Fieldstone and may tell the reader's address. */
  PROXIES: z.coerce.number().int().min(0).max(5).default(0),
  /**
   * Where Prometheus finds the figures (/metrics); nowhere when left out. For this machine alone unless METRICS_HOST
   * says otherwise.
   */
  METRICS_PORT: z.coerce.number().int().min(0).max(65_535).optional(),
  METRICS_HOST: z.string().default('127.0.0.1'),
  /** Offers the demo's people on the sign-in page, each with one click. */
  DEMO: z.stringbool().default(false),
  LOG_LEVEL: z.enum(['debug', 'info', 'warn', 'error', 'silent']).default('info'),
  POOL_SIZE: z.coerce.number().int().min(2).max(100).default(10),
  /** Bounds the trees kept in memory, in mebibytes of their JSON. */
  TREE_CACHE_MIB: z.coerce.number().int().min(1).default(128),
})

export type Config = z.infer<typeof schema>

/** The configuration from the environment. Throws an Error with one sentence when it can't be used. */
export function readConfig(environment: Record<string, string | undefined>): Config {
  const result = schema.safeParse(environment)
  if (result.success) return result.data
  const issue = result.error.issues[0]
  throw new Error(
    `Fieldstone can't start: the setting ${issue?.path.join('.') ?? ''} ${environment[String(issue?.path[0])] === undefined ? 'is missing' : 'is not usable'} (${issue?.message ?? ''}).`,
  )
}

export const config = readConfig(process.env)
