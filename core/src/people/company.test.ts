import { checkCompany } from './company'
import { logoProblem } from './logo'

/** a PNG's head, and as many bytes after it */
const png = (width: number, height: number, more = 0, name = 'IHDR') => {
  const head = Buffer.alloc(24 + more)
  head.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
  head.writeUInt32BE(13, 8)
  head.write(name, 12, 'latin1')
  head.writeUInt32BE(width, 16)
  head.writeUInt32BE(height, 20)
  return head.toString('base64')
}

describe('a logo', () => {
  it('is a PNG of a size that papers need', () => {
    expect(logoProblem(png(480, 160))).toBeUndefined()
    expect(logoProblem(png(960, 480))).toBeUndefined()
    expect(logoProblem(png(961, 160))).toBe('tooLarge')
    expect(logoProblem(png(480, 481))).toBe('tooLarge')
    expect(logoProblem(png(480, 160, 99_970))).toBeUndefined()
    expect(logoProblem(png(480, 160, 100_000))).toBe('tooLarge')
  })
  it.each([
    ['an SVG', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>').toString('base64')],
    ['nothing', ''],
    ['no base64', '%%%%%%%%%%%%%%%%%%%%%%%%%%%%%%%%'],
    ['a PNG without its head', png(480, 160, 0, 'IDAT')],
    ['one without pixels', png(0, 160)],
    ['one that is cut off', png(480, 160).slice(0, 20)],
  ])('is not %s', (_what, base64) => {
    expect(logoProblem(base64)).toBe('notPng')
  })
})

describe('a company’s card', () => {
  it('has a name, and a logo that is one', () => {
    expect(checkCompany({ name: 'Alder', logo: png(10, 10) })).toEqual([])
    expect(checkCompany({ name: '  ', logo: 'x' }).map((p) => p.path)).toEqual(['name', 'logo'])
  })
})
