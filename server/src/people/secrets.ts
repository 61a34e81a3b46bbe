import { createHash, randomBytes, randomInt } from 'node:crypto'
import { type Algorithm, hash, verify } from '@node-rs/argon2'
import { Secret, TOTP } from 'otpauth'

/** Argon2id: the package’s enumeration is one of types alone. */
const ARGON2ID = 2 as Algorithm
/** OWASP Password Storage Cheat Sheet: 19 MiB, two passes, one lane, or more. */
const COST = { algorithm: ARGON2ID, memoryCost: 19_456, timeCost: 2, parallelism: 1 }

export const hashPassword = (password: string): Promise<string> => hash(password.normalize('NFC'), COST)

/** Something to compare with where nobody has the name: it takes as long as where somebody has. */
let ofNobody: Promise<string> | null = null

/** Whether a password is the one of a hash; of none it takes as long, and is not. */
export async function isPassword(password: string, kept: string | null): Promise<boolean> {
  ofNobody ??= hashPassword(randomBytes(16).toString('hex'))
  const matches = await verify(kept ?? (await ofNobody), password.normalize('NFC'))
  return matches && kept !== null
}

/** Letters and digits that are not taken for one another. */
const PLAIN = 'abcdefghjkmnpqrstuvwxyz23456789'

/** A password to be read out over the telephone: four groups of four, 79 bits. @example 'k3vd-9hqm-xt27-pwne' */
export const madePassword = (): string =>
  Array.from({ length: 4 }, () => Array.from({ length: 4 }, () => PLAIN[randomInt(PLAIN.length)]).join('')).join('-')

/** What a browser or a link is known by: 256 bits, fit for an address. */
export const madeToken = (): string => randomBytes(32).toString('base64url')
/** What is kept of it. */
export const digestOf = (token: string): string => createHash('sha256').update(token).digest('base64url')

const PERIOD_S = 30

const totpOf = (secret: string, account: string): TOTP =>
  new TOTP({ issuer: 'Yard Lamp', label: account, algorithm: 'SHA1', digits: 6, period: PERIOD_S, secret })

/** A secret for a second factor, and how a telephone is told (RFC 6238). */
export function madeSecondFactor(account: string): { readonly secret: string; readonly address: string } {
  const secret = new Secret({ size: 20 }).base32
  return { secret, address: totpOf(secret, account).toString() }
}

/** The step a code is of, now or one step to either side; null where it is none of them. */
export function stepOfCode(secret: string, code: string, nowMs: number): number | null {
  const token = code.replace(/\s/g, '')
  if (!/^\d{6}$/.test(token)) return null
  const delta = totpOf(secret, '').validate({ token, timestamp: nowMs, window: 1 })
  return delta === null ? null : Math.floor(nowMs / 1000 / PERIOD_S) + delta
}
