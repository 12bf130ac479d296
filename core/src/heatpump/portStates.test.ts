import fc from 'fast-check'
import type { ChargeMode } from '../label/equipment'
import { notForLowGauge, portsLeftOut, pipeStates, portStates, type Circuit, type CircuitPort } from './portStates'

const modes: readonly ChargeMode[] = ['cooling', 'heating']
const anyCircuit: fc.Arbitrary<Circuit> = fc
  .record({
    heatPump: fc.boolean(),
    outdoorDevice: fc.constantFrom('fixedOrifice', 'expansionValve', undefined),
    liquidPort: fc.constantFrom('lineSide', 'coilSide', undefined),
    trueSuction: fc.boolean(),
    extraLiquidPort: fc.boolean(),
    throttlesOutdoors: fc.boolean(),
    dischargePort: fc.boolean(),
  })
  .map(({ outdoorDevice, liquidPort, ...rest }): Circuit => ({
    ...rest,
    ...(outdoorDevice ? { outdoorDevice } : {}),
    ...(liquidPort ? { liquidPort } : {}),
  }))
const pump: Circuit = {
  heatPump: true,
  outdoorDevice: 'expansionValve',
  liquidPort: 'lineSide',
  trueSuction: true,
  extraLiquidPort: true,
}
const unlooked = ({ heatPump, liquidPort, trueSuction, extraLiquidPort }: Circuit): Circuit => ({
  heatPump,
  ...(liquidPort ? { liquidPort } : {}),
  trueSuction,
  extraLiquidPort,
})
const at = (circuit: Circuit, mode: ChargeMode, port: CircuitPort) =>
  portStates(circuit, mode).find((s) => s.port === port)

/** The handbook's own table, written down apart from the walk round the circuit. */
const table: readonly (readonly [CircuitPort, Partial<Circuit>, string, string])[] = [
  ['vapour', {}, 'suction low superheat', 'discharge high '],
  ['trueSuction', {}, 'suction low superheat', 'suction low superheat'],
  ['liquid', { liquidPort: 'lineSide' }, 'liquid high subcooling', 'liquid high subcooling'],
  ['liquid', { liquidPort: 'coilSide' }, 'liquid high subcooling', 'twoPhase low '],
  ['extraLiquid', { liquidPort: 'coilSide' }, 'liquid high subcooling', 'liquid high subcooling'],
  // what meters outdoors in both modes: the line set is cold in cooling, both lines of it
  ['vapour', { throttlesOutdoors: true }, 'suction low superheat', 'discharge high '],
  ['liquid', { throttlesOutdoors: true, liquidPort: 'lineSide' }, 'twoPhase low ', 'liquid high subcooling'],
  ['liquid', { throttlesOutdoors: true, liquidPort: 'coilSide' }, 'liquid high subcooling', 'twoPhase low '],
  ['extraLiquid', { throttlesOutdoors: true }, 'twoPhase low ', 'liquid high subcooling'],
  ['discharge', { dischargePort: true }, 'discharge high ', 'discharge high '],
]

describe('what each port carries', () => {
  it.each(table)('%s %j: %s in cooling, %s in heating', (port, part, cooling, heating) => {
    const circuit = { ...pump, ...part }
    const said = (mode: ChargeMode) => {
      const { carries, pressure, valid } = at(circuit, mode, port)!
      return `${carries} ${pressure} ${valid.join()}`
    }
    expect([said('cooling'), said('heating')]).toEqual([cooling, heating])
  })
  it('says nothing of the liquid port in heating while nobody looked at the outdoor device, and why', () => {
    const unseen = unlooked(pump)
    expect(at(unseen, 'heating', 'liquid')).toBeUndefined()
    expect(portsLeftOut(unseen, 'heating')).toEqual([{ port: 'liquid', reason: 'outdoorDeviceUnknown' }])
    expect(at(unseen, 'cooling', 'liquid')?.carries).toBe('liquid')
    expect(at(unseen, 'heating', 'extraLiquid')?.carries).toBe('liquid')
  })
  it('says nothing of it either while nobody saw on which side of the device it lies', () => {
    const { liquidPort, ...unseen } = pump
    expect(liquidPort).toBe('lineSide')
    expect(portsLeftOut(unseen, 'heating')).toEqual([{ port: 'liquid', reason: 'portSideUnknown' }])
    expect(at(unseen, 'cooling', 'liquid')?.carries).toBe('liquid')
    expect(notForLowGauge(unseen, ['heating'])).toContain('liquid')
  })
  it('metering outdoors in both modes, says nothing of the liquid port in cooling either until somebody looked', () => {
    const { liquidPort, ...unseen } = { ...pump, throttlesOutdoors: true }
    expect(liquidPort).toBe('lineSide')
    expect(portsLeftOut(unseen, 'cooling')).toEqual([{ port: 'liquid', reason: 'portSideUnknown' }])
    expect(at(unseen, 'cooling', 'liquid')).toBeUndefined()
    expect(notForLowGauge(unseen, ['cooling'])).toContain('liquid')
  })
  it('cools only: has nothing to say of heating', () => {
    expect(portStates({ ...pump, heatPump: false }, 'heating')).toEqual([])
    expect(portsLeftOut({ ...pump, heatPump: false }, 'heating').map((l) => l.reason)).toEqual(
      Array(4).fill('coolsOnly'),
    )
  })
  it('whatever the circuit: every port once and on one side, true suction low in both, two phases never for subcooling', () => {
    fc.assert(
      fc.property(anyCircuit, (circuit) => {
        for (const mode of modes) {
          const states = portStates(circuit, mode)
          const names = states.map((s) => s.port)
          expect(new Set(names).size).toBe(names.length)
          const left = portsLeftOut(circuit, mode).map((l) => l.port)
          const has = [
            'vapour',
            'liquid',
            ...(circuit.trueSuction ? ['trueSuction'] : []),
            ...(circuit.extraLiquidPort ? ['extraLiquid'] : []),
            ...(circuit.dischargePort ? ['discharge'] : []),
          ]
          expect([...names, ...left].sort()).toEqual(has.sort())
          for (const { port, carries, pressure, valid } of states) {
            expect(pressure).toBe(carries === 'discharge' || carries === 'liquid' ? 'high' : 'low')
            if (port === 'trueSuction') expect(pressure).toBe('low')
            if (carries !== 'liquid') expect(valid).not.toContain('subcooling')
            if (carries !== 'suction') expect(valid).not.toContain('superheat')
          }
        }
      }),
    )
  })
  it('changes over and back again: as it was', () => {
    fc.assert(
      fc.property(anyCircuit, fc.constantFrom(...modes), (circuit, mode) => {
        const before = portStates(circuit, mode)
        portStates(circuit, mode === 'cooling' ? 'heating' : 'cooling')
        expect(portStates(circuit, mode)).toEqual(before)
      }),
    )
  })
})

describe('what each pipe carries', () => {
  it('as the textbook draws the circuit: metered before the coil that boils, passed by before the other', () => {
    expect(pipeStates(pump, 'cooling')).toEqual({
      discharge: 'discharge',
      coilLine: 'discharge',
      outdoorStub: 'liquid',
      liquidLine: 'liquid',
      indoorStub: 'twoPhase',
      vapourLine: 'suction',
      suctionLine: 'suction',
    })
    expect(pipeStates(pump, 'heating')).toEqual({
      discharge: 'discharge',
      vapourLine: 'discharge',
      indoorStub: 'liquid',
      liquidLine: 'liquid',
      outdoorStub: 'twoPhase',
      coilLine: 'suction',
      suctionLine: 'suction',
    })
    expect(pipeStates({ ...pump, heatPump: false }, 'heating')).toBeUndefined()
  })
})

describe('where the low gauge may not hang', () => {
  it('at a discharge port in no mode', () => {
    for (const mode of modes) expect(notForLowGauge({ ...pump, dischargePort: true }, [mode])).toContain('discharge')
  })
  it('at the vapour port of whatever heats now or next, never at the true suction', () => {
    expect(notForLowGauge(pump, ['cooling'])).toEqual(['liquid', 'extraLiquid'])
    expect(notForLowGauge(pump, ['cooling', 'heating'])).toEqual(['vapour', 'liquid', 'extraLiquid'])
    fc.assert(fc.property(anyCircuit, (circuit) => expect(notForLowGauge(circuit, modes)).not.toContain('trueSuction')))
    fc.assert(
      fc.property(anyCircuit, (circuit) => {
        if (circuit.heatPump) expect(notForLowGauge(circuit, ['heating'])).toContain('vapour')
      }),
    )
  })
  it('nor at one that nobody knows', () => {
    const unseen = unlooked({ ...pump, liquidPort: 'coilSide' })
    expect(notForLowGauge(unseen, ['heating'])).toContain('liquid')
  })
})
