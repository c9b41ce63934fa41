import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto'

/** OWASP Password Storage Cheat Sheet, minimum for scrypt: N = 2^17, r = 8, p = 1 (edition of 2023, from memory). */
const COST: ScryptOptions = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 }
const LENGTH = 32

const derive = (password: string, salt: Buffer, options: ScryptOptions): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, LENGTH, options, (fault, key) => (fault ? reject(fault) : resolve(key)))
  })

/** A hash with its salt and cost beside it. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(password, salt, COST)
  return `scrypt:${COST.N}:${COST.r}:${COST.p}:${salt.toString('base64')}:${key.toString('base64')}`
}

/** A hash that no password has: spent on unknown accounts, so that they take as long to refuse. */
let decoy: Promise<string> | null = null

/** True where the password is the one. An unknown account (`null`) costs the same time. */
export async function checkPassword(password: string, stored: string | null): Promise<boolean> {
  decoy ??= hashPassword(randomBytes(24).toString('hex'))
  const [, n, r, p, salt, key] = (stored ?? (await decoy)).split(':')
  const expected = Buffer.from(key ?? '', 'base64')
  const found = await derive(password, Buffer.from(salt ?? '', 'base64'), { N: Number(n), r: Number(r), p: Number(p), maxmem: 256 * 1024 * 1024 })
  return stored !== null && expected.length === found.length && timingSafeEqual(expected, found)
}
