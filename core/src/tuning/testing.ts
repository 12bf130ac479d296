// A running system's recording for tests, as plain figures.
import { customaryProfile } from '../method/readyProfiles'
import { saturationTemperatureK } from '../refrigerant/saturation'
import type { SystemChannel } from '../reading/channels'
import type { TraceSample } from '../trace/trace'
import type { LiveTerms } from './assessLive'

export const f = (x: number) => (x + 459.67) / 1.8
export const psi = (x: number) => x * 6894.757
/** a valve system running soundly: evaporating about 42 °F, condensing about 105 °F, 10 °F of subcooling */
export const sound: Record<Exclude<SystemChannel, 'drierOut' | 'deviceIn'>, number> = {
  suctionPressure: psi(122),
  liquidPressure: psi(340),
  suctionLine: f(54),
  liquidLine: f(95),
  discharge: f(150),
  returnDryBulb: f(76),
  returnHumidity: 0.5,
  supply: f(57),
  outdoor: f(86),
  staticPressure: 120,
  voltage: 232,
  amps: 13,
  lowSaturation: saturationTemperatureK('R-410A', 'dew', psi(122) + 101325)!,
  highSaturation: saturationTemperatureK('R-410A', 'bubble', psi(340) + 101325)!,
}
export const record = (
  seconds: number,
  change: (t: number) => { [C in SystemChannel]?: number | null } = () => ({}),
): TraceSample[] =>
  Array.from({ length: seconds / 2 }, (_, i) => {
    const t = 2 * i
    const wave = 0.03 * Math.sin(i * 12.9898)
    return {
      timeS: t,
      values: { ...sound, suctionLine: sound.suctionLine + wave, liquidLine: sound.liquidLine - wave, ...change(t) },
    }
  })
export const terms = (part: Partial<LiveTerms> = {}): LiveTerms => ({
  facts: {
    refrigerant: 'R-410A',
    metering: 'expansionValve',
    work: 'new',
    targetSubcooling: { value: 10, unit: '°F' },
  },
  elevationM: 0,
  profile: customaryProfile,
  kit: [],
  instruments: {},
  system: 'ip',
  running: true,
  sinceS: 0,
  afterStart: true,
  steps: [],
  totalChargeKg: 3,
  beside: { airflowKnownGood: true, condenserClean: true, deviceChecked: true },
  ...part,
})
