import { Secret, TOTP } from 'otpauth'
import { toString as qrCode } from 'qrcode'
import type { Database } from '../database/pool.server.ts'

/** Codes of an authenticator app: RFC 6238 with SHA-1, six digits, thirty seconds, as every such app takes it. */
const totpOf = (secret: string, email: string): TOTP =>
  new TOTP({
    issuer: 'Fieldstone',
    label: email,
    secret: Secret.fromBase32(secret),
    algorithm: 'SHA1',
    digits: 6,
    period: 30,
  })

/** A secret nobody has yet, with the picture of it for an authenticator app (SVG). */
export async function freshSecret(email: string): Promise<{ secret: string; picture: string }> {
  const secret = new Secret({ size: 20 }).base32
  return { secret, picture: await pictureOf(secret, email) }
}

export async function pictureOf(secret: string, email: string): Promise<string> {
  return qrCode(totpOf(secret, email).toString(), { type: 'svg', margin: 2, errorCorrectionLevel: 'M' })
}

export const isSecret = (unsafe: unknown): unsafe is string =>
  typeof unsafe === 'string' && /^[A-Z2-7]{32}$/.test(unsafe)

/** The step a code belongs to, one before and after now included; null when it is none of them. */
export function stepOf(secret: string, code: string, now = Date.now()): number | null {
  const token = code.replace(/\s/g, '')
  if (!/^\d{6}$/.test(token)) return null
  const delta = totpOf(secret, '').validate({ token, timestamp: now, window: 1 })
  return delta === null ? null : Math.floor(now / 30_000) + delta
}

/** Whether a code of a person is right; each is taken once (RFC 6238, 5.2). */
export async function takeCode(db: Database, personId: string, code: string): Promise<boolean> {
  const { rows } = await db.query<{ secret: string | null }>(
    'select totp_secret as secret from people where id = $1::text',
    [personId],
  )
  const secret = rows[0]?.secret
  const step = secret ? stepOf(secret, code) : null
  if (step === null) return false
  const { rowCount } = await db.query(
    'update people set totp_used = $2::bigint where id = $1::text and coalesce(totp_used, 0) < $2::bigint',
    [personId, step],
  )
  return rowCount === 1
}

export async function hasSecondStep(db: Database, personId: string): Promise<boolean> {
  const { rows } = await db.query<{ has: boolean }>(
    'select totp_secret is not null as has from people where id = $1::text',
    [personId],
  )
  return rows[0]?.has ?? false
}

/** Begins or ends (null) the second step of a person. */
export async function setSecondStep(db: Database, personId: string, secret: string | null): Promise<void> {
  await db.query('update people set totp_secret = $2::text, totp_used = null where id = $1::text', [personId, secret])
}
