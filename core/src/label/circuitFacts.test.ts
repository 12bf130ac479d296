import { checkCircuit } from './circuitFacts'

describe('what of a circuit contradicts itself', () => {
  it.each([
    [
      'a port behind what meters at the coil',
      { outdoorDeviceAt: 'coil', liquidPort: 'coilSide' },
      {},
      'portBehindDevice',
    ],
    [
      'another device indoors than under Prepare',
      { indoorDevice: 'piston' },
      { metering: 'expansionValve' },
      'indoorDeviceOtherwise',
    ],
    [
      'a reversing valve in what only cools',
      { reversingValve: 'energisedToHeat' },
      { mode: 'coolingOnly' },
      'coolsOnly',
    ],
    ['an outdoor device in what only cools', { outdoorDevice: 'piston' }, { mode: 'coolingOnly' }, 'coolsOnly'],
  ] as const)('%s', (_, circuit, known, code) => {
    expect(checkCircuit(circuit, known).map((p) => p.code)).toEqual([code])
  })
  it('nothing where it fits, or nobody looked', () => {
    expect(checkCircuit({})).toEqual([])
    const fits = {
      outdoorDeviceAt: 'valve',
      liquidPort: 'coilSide',
      indoorDevice: 'electronic',
      reversingValve: 'energisedToCool',
    } as const
    expect(checkCircuit(fits, { metering: 'expansionValve', mode: 'heatPump' })).toEqual([])
  })
})
