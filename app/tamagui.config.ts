import { createAnimations } from '@tamagui/animations-css'
import { createFont, createTamagui, createTokens } from 'tamagui'
import { dark, day, type Palette } from './src/ui/palette'

// `size` is the height of controls (gloves: never under 48), `space` the scale of gaps
const size = { 0: 0, 1: 20, 2: 32, 3: 48, 4: 52, 5: 56, 6: 64, true: 52 } as const
const space = { 0: 0, 1: 4, 2: 8, 3: 12, 4: 16, 5: 20, 6: 24, 7: 32, 8: 40, true: 16 } as const
const tokens = createTokens({
  size,
  space: { ...space, '-1': -4, '-2': -8 },
  radius: { 0: 0, 1: 4, 2: 8, 3: 12, 4: 18, true: 8 },
  zIndex: { 0: 0, 1: 100, 2: 200, 3: 300, true: 100 },
  color: { copper: day.copper },
})

// in rem, drawn for 16 px: type follows the size that the browser was set to
const rem = <K extends string | number>(px: Readonly<Record<K, number>>) =>
  Object.fromEntries(Object.entries<number>(px).map(([key, size]) => [key, `${size / 16}rem`])) as unknown as Record<
    K,
    number
  >
const scale = {
  size: rem({ 1: 13, 2: 14, 3: 15, 4: 17, 5: 19, 6: 24, tag: 28, 7: 32, 8: 44, true: 17 }),
  lineHeight: rem({ 1: 18, 2: 19, 3: 21, 4: 24, 5: 25, 6: 30, tag: 34, 7: 34, 8: 48, true: 24 }),
  letterSpacing: { 4: 0, true: 0 },
}
const body = createFont({
  family: "'Atkinson Hyperlegible Next', 'Zetesis Marks', system-ui, sans-serif",
  weight: { 4: '400', 6: '600', 7: '700', true: '400' },
  ...scale,
})
const figure = createFont({
  family: "'Barlow Semi Condensed', 'Zetesis Marks', 'Arial Narrow', sans-serif",
  weight: { 4: '500', 6: '600', 7: '700', true: '600' },
  ...scale,
})

const theme = (p: Palette) => ({
  ...p,
  background: p.paper,
  backgroundHover: p.card,
  backgroundPress: p.pane,
  backgroundFocus: p.card,
  color: p.ink,
  colorHover: p.ink,
  colorPress: p.ink,
  colorFocus: p.ink,
  borderColor: p.rule,
  borderColorHover: p.soft,
  borderColorFocus: p.copper,
  borderColorPress: p.soft,
  placeholderColor: p.hint,
  outlineColor: p.copperLit,
})

const config = createTamagui({
  animations: createAnimations({ quick: 'ease-out 150ms' }),
  tokens,
  fonts: { body, heading: body, figure },
  themes: { light: theme(day), dark: theme(dark) },
  media: { wide: { minWidth: 1024 }, phone: { maxWidth: 1023 } },
  shorthands: {},
  settings: {
    defaultFont: 'body',
    disableSSR: true,
    shouldAddPrefersColorThemes: false,
    allowedStyleValues: 'somewhat-strict-web',
  },
})

export type AppConfig = typeof config
declare module 'tamagui' {
  // oxlint-disable-next-line typescript/no-empty-object-type
  interface TamaguiCustomConfig extends AppConfig {}
}
export default config
