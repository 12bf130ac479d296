/** A logo is a PNG no larger than this: what papers and a top bar need, and small enough to be in the company's book. */
export const logoLimits = { bytes: 100_000, width: 960, height: 480 } as const

export type LogoProblem = 'notPng' | 'tooLarge'

const SIGNATURE = '\x89PNG\r\n\x1a\n'
/** signature, length and name of the first chunk, width and height */
const HEAD = 24

/**
 * What speaks against a logo. Pixels only: nothing in it can be run, whatever picture it was drawn from.
 *
 * @param base64 a PNG file (W3C Portable Network Graphics, 5.2 and 11.2.2)
 */
export function logoProblem(base64: string): LogoProblem | undefined {
  const head = decoded(base64.slice(0, (HEAD / 3) * 4))
  if (head === undefined || head.length < HEAD || !head.startsWith(SIGNATURE) || head.slice(12, 16) !== 'IHDR')
    return 'notPng'
  const number = (at: number) => [0, 1, 2, 3].reduce((sum, i) => sum * 256 + head.charCodeAt(at + i), 0)
  const [width, height] = [number(16), number(20)]
  if (width === 0 || height === 0) return 'notPng'
  const bytes = (base64.replace(/=+$/, '').length * 3) / 4
  return bytes > logoLimits.bytes || width > logoLimits.width || height > logoLimits.height ? 'tooLarge' : undefined
}

function decoded(base64: string): string | undefined {
  try {
    return atob(base64)
  } catch {
    return undefined
  }
}
