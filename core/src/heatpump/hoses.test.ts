import fc from 'fast-check'
import { customaryProfile } from '../method/readyProfiles'
import { expectedSides, highestPressurePa } from './expectedSides'
import { hoseStops, modesAhead, portsOf, type HungHose } from './hoses'
import { circuitPorts, portStates, type Circuit } from './portStates'
import { meteringIn, unitCircuit } from './circuit'
import { readableIn } from './readable'

const psig = (value: number) => ({ value, unit: 'psig' }) as const
const pump: Circuit = {
  heatPump: true,
  outdoorDevice: 'expansionValve',
  liquidPort: 'lineSide',
  trueSuction: true,
  extraLiquidPort: false,
}
const highestPa = 4.1e6
const low = (port: HungHose['port'], upTo?: number): HungHose => ({
  port,
  side: 'low',
  ...(upTo === undefined ? {} : { upTo: psig(upTo) }),
})
const codes = (hoses: HungHose[], modes: readonly ('cooling' | 'heating')[], circuit = pump) =>
  hoseStops(hoses, { circuit, modes, highestPa }).map((s) => `${s.code} ${s.port}`)

describe('what may not hang where', () => {
  it('the low gauge at the vapour port of what heats, or will; at the true suction it may', () => {
    expect(codes([low('vapour', 250)], ['cooling'])).toEqual([])
    expect(codes([low('vapour', 250)], modesAhead('cooling', 'heating'))).toEqual(['lowGaugeOnDischarge vapour'])
    expect(codes([low('vapour', 250)], modesAhead('heating'))).toEqual(['lowGaugeOnDischarge vapour'])
    expect(codes([low('trueSuction', 250)], modesAhead('heating'))).toEqual([])
  })
  it('nor behind the outdoor device, where a defrost brings liquid', () => {
    const behind: Circuit = { ...pump, liquidPort: 'coilSide' }
    expect(portStates(behind, 'heating').find((s) => s.port === 'liquid')!.pressure).toBe('low')
    expect(codes([low('liquid', 250)], modesAhead('heating'), behind)).toEqual(['lowGaugeOnDischarge liquid'])
  })
  it('a gauge whose scale nobody knows counts as one that ends too early; one that stands the pressure hangs anywhere', () => {
    expect(codes([low('vapour')], ['heating'])).toEqual(['lowGaugeOnDischarge vapour'])
    expect(codes([low('vapour', 800)], ['heating'])).toEqual([])
    expect(codes([{ port: 'vapour', side: 'high' }], ['heating'])).toEqual([])
  })
  it('at a port that nobody saw, or of which nobody knows what it carries', () => {
    const { outdoorDevice, ...unseen } = { ...pump, trueSuction: false }
    expect(outdoorDevice).toBeDefined()
    expect(codes([low('trueSuction', 250)], ['cooling'], unseen)).toEqual(['noSuchPort trueSuction'])
    expect(codes([low('liquid', 250)], ['heating'], unseen)).toEqual(['portUnknown liquid'])
  })
  it('whatever the circuit and the modes: no low gauge too small for it ever stands high pressure', () => {
    const any = fc.record({
      heatPump: fc.boolean(),
      outdoorDevice: fc.constantFrom('fixedOrifice', 'expansionValve', undefined),
      liquidPort: fc.constantFrom('lineSide', 'coilSide', undefined),
      trueSuction: fc.boolean(),
      extraLiquidPort: fc.boolean(),
    }) as fc.Arbitrary<Circuit>
    const mode = fc.constantFrom('cooling', 'heating') as fc.Arbitrary<'cooling' | 'heating'>
    fc.assert(
      fc.property(any, mode, mode, fc.constantFrom(...circuitPorts), (circuit, now, next, port) => {
        const modes = modesAhead(now, next)
        expect(modes).toContain(now)
        expect(modes).toContain(next)
        const stopped = codes([low(port, 250)], modes, circuit).length > 0
        const states = modes.map((m) => portStates(circuit, m).find((s) => s.port === port))
        if (states.some((s) => s?.pressure === 'high')) expect(stopped).toBe(true)
        if (!stopped) for (const s of states) expect(s === undefined || s.pressure === 'low').toBe(true)
      }),
    )
  })
})

describe('a unit’s circuit', () => {
  const label = { name: 'x', circuit: { outdoorDevice: 'piston', trueSuction: true, outdoorDeviceAt: 'coil' } } as const
  it('is what somebody saw at it, over what its model’s label says', () => {
    const facts = { mode: 'heatPump', metering: 'expansionValve', circuit: { outdoorDevice: 'electronic' } } as const
    expect(unitCircuit(facts, label)).toEqual({
      heatPump: true,
      outdoorDevice: 'expansionValve',
      // what meters at the coil leaves the valve's port only one side
      liquidPort: 'lineSide',
      trueSuction: true,
      extraLiquidPort: false,
    })
    expect(meteringIn('cooling', facts, label)).toBe('expansionValve')
    expect(meteringIn('heating', facts, label)).toBe('expansionValve')
    expect(meteringIn('heating', { mode: 'heatPump' }, label)).toBe('fixedOrifice')
    expect(meteringIn('heating', { mode: 'heatPump' })).toBeUndefined()
    expect(portsOf(unitCircuit(facts, label))).toEqual(['vapour', 'trueSuction', 'liquid'])
  })
  it('lets be read in heating what its ports give, with the reason for the rest', () => {
    expect(readableIn('heating', pump)).toEqual({ superheat: true, subcooling: true, why: [] })
    expect(readableIn('heating', { ...pump, liquidPort: 'coilSide', trueSuction: false })).toEqual({
      superheat: false,
      subcooling: false,
      why: ['noTrueSuction', 'liquidPortTwoPhase'],
    })
    expect(readableIn('heating', { ...pump, liquidPort: 'coilSide', extraLiquidPort: true }).subcooling).toBe(true)
    expect(readableIn('cooling', { heatPump: false, trueSuction: false, extraLiquidPort: false }).why).toEqual([])
  })
})

describe('about what the sides read', () => {
  const psi = (pa: number | undefined) => Math.round(pa! / 6894.757)
  // R-410A by its saturation table: 45 °F is 130 psig and 115 °F 390 psig; 34 °F is 105 psig, 105 °F 340 psig
  it('R-410A on the days that makers rate by', () => {
    const at = (mode: 'cooling' | 'heating', outdoorF: number, returnF: number) =>
      expectedSides(
        {
          refrigerant: 'R-410A',
          mode,
          outdoorK: (outdoorF + 459.67) / 1.8,
          returnK: (returnF + 459.67) / 1.8,
          elevationM: 0,
        },
        customaryProfile,
      )
    expect(psi(at('heating', 47, 70).lowGaugePa)).toBeGreaterThan(98)
    expect(psi(at('heating', 47, 70).lowGaugePa)).toBeLessThan(112)
    expect(psi(at('heating', 47, 70).highGaugePa)).toBeGreaterThan(325)
    expect(psi(at('heating', 47, 70).highGaugePa)).toBeLessThan(355)
    expect(psi(at('cooling', 95, 80).highGaugePa)).toBeGreaterThan(350)
    expect(at('heating', 17, 70).lowGaugePa!).toBeLessThan(at('heating', 47, 70).lowGaugePa!)
  })
  it('and what a gauge there has to stand: the plate, else saturation on the hottest day, else more than any reaches', () => {
    expect(psi(highestPressurePa({ highSideDesign: psig(500) }, undefined, customaryProfile))).toBe(500)
    expect(psi(highestPressurePa({}, { name: 'x', highSideDesign: psig(450) }, customaryProfile))).toBe(450)
    const r410a = psi(highestPressurePa({ refrigerant: 'R-410A' }, undefined, customaryProfile))
    expect(r410a).toBeGreaterThan(560)
    expect(r410a).toBeLessThan(620)
    expect(psi(highestPressurePa({}, undefined, customaryProfile))).toBeGreaterThan(700)
  })
})
