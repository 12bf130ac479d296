import { parseCookie } from 'cookie'
import type { CookieOptions, Request, Response } from 'express'
import ipaddr from 'ipaddr.js'
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto'

/** Where a request comes from, as far as guessing goes. */
export interface Place {
  /** an IPv4 address, or the /64 that one IPv6 line has to itself */
  readonly network: string
  /** the browser's mark, where this person signed in with it before */
  device(login: string): string | undefined
}

export interface Places {
  of(req: Request): Place
  /** the browser is known as this person's from now on */
  know(req: Request, res: Response, login: string): void
}

const COOKIE = 'zetesis-device'
/** a van's tablet passes through a few hands */
const MOST_PEOPLE = 8
const YEAR_MS = 365 * 24 * 3600 * 1000
/** signs in a line: 16 random bytes, then a mark for each person */
const SHAPE = /^[\w-]{22}(\.[\w-]{22}){0,8}$/

/** @param address as Express has it; what is none counts as one place */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return 'unknown'
  const parsed = ipaddr.process(address)
  if (parsed.kind() === 'ipv4') return parsed.toString()
  return ipaddr.IPv6.networkAddressFromCIDR(`${parsed.toNormalizedString().replace(/%.*$/, '')}/64`).toString()
}

/**
 * Browsers that somebody signed in with before (OWASP's device cookies): a random mark, and a keyed hash of it for each person, which only this server makes.
 * It opens nothing. Wrong tries with it are counted by themselves, so that strangers who guess at a name shut nobody out of their own phone.
 *
 * @param secret that the hashes are made with
 */
export function makePlaces(secret: string): Places {
  const markOf = (device: string, login: string) =>
    createHmac('sha256', secret).update(`device ${device} ${login}`).digest('base64url').slice(0, 22)
  const kept = (req: Request): string[] => {
    const text = parseCookie(req.headers.cookie ?? '')[COOKIE] ?? ''
    return SHAPE.test(text) ? text.split('.') : []
  }
  const same = (a: string, b: string) => timingSafeEqual(Buffer.from(a), Buffer.from(b))
  return {
    of(req) {
      const [device, ...marks] = kept(req)
      return {
        network: networkOf(req.ip ?? ''),
        device: (login) =>
          device !== undefined && marks.some((mark) => same(mark, markOf(device, login))) ? device : undefined,
      }
    },
    know(req, res, login) {
      const [device = randomBytes(16).toString('base64url'), ...marks] = kept(req)
      const mine = markOf(device, login)
      const all = [mine, ...marks.filter((mark) => mark !== mine)].slice(0, MOST_PEOPLE)
      const options: CookieOptions = { httpOnly: true, sameSite: 'lax', secure: req.secure, maxAge: YEAR_MS, path: '/' }
      res.cookie(COOKIE, [device, ...all].join('.'), options)
    },
  }
}
