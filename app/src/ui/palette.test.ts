import config from '../../tamagui.config'
import { dark, day } from './palette'

/** The browser tests look at what fits in one theme a size: by night nothing may differ but colours. */
describe('a theme', () => {
  it.each([
    ['day', day],
    ['dark', dark],
  ])('%s is colours alone', (_, palette) => {
    for (const [name, value] of Object.entries(palette)) expect([name, value]).toEqual([name, COLOUR])
  })
  it('is the same by day and by night, but for its colours', () => {
    const { light, dark: night } = config.themes
    expect(Object.keys(night).sort()).toEqual(Object.keys(light).sort())
    for (const theme of [light, night])
      for (const [name, token] of Object.entries(theme)) expect([name, valueOf(token)]).toEqual([name, COLOUR])
  })
})

const COLOUR: unknown = expect.stringMatching(/^(#[0-9a-f]{6}([0-9a-f]{2})?|rgba?\([\d., ]+\))$/i)
const valueOf = (token: unknown) => (token as { val?: unknown }).val ?? token
