import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'

/*
 * scrypt with N = 2^15, r = 8, p = 3: one of the settings that the OWASP Password Storage Cheat Sheet
 * calls equal to its first choice (from memory). 32 MiB and some 150 ms each, so no more than two at once.
 */
const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }
const AT_ONCE = 2

let running = 0
const waiting: (() => void)[] = []

async function derive(password: string, salt: Buffer): Promise<Buffer> {
  if (running >= AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve))
  running++
  try {
    return await new Promise((resolve, reject) => {
      scrypt(password.normalize('NFKC'), salt, 32, COST, (error, key) => (error ? reject(error) : resolve(key)))
    })
  } finally {
    running--
    waiting.shift()?.()
  }
}

/** `scrypt$salt$key`, both base64url. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  return `scrypt$${salt.toString('base64url')}$${(await derive(password, salt)).toString('base64url')}`
}

const DUMMY = `scrypt$${Buffer.alloc(16).toString('base64url')}$${Buffer.alloc(32).toString('base64url')}`

/** True when the password is right. Without a hash (no such person) it takes as long and is false. */
export async function isPassword(password: string, hash: string | null): Promise<boolean> {
  const [, salt = '', key = ''] = (hash ?? DUMMY).split('$')
  const derived = await derive(password, Buffer.from(salt, 'base64url'))
  const expected = Buffer.from(key, 'base64url')
  return derived.length === expected.length && timingSafeEqual(derived, expected) && hash !== null
}
