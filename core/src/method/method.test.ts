import fc from 'fast-check'
import { checkHabit, checkProfile, diffProfiles } from './checkProfile'
import { habitKeys, habitSpecs } from './habits'
import { completeSpec, overlay, resolveProfile, type Habit } from './profile'
import { cautiousSpec, customaryProfile, customarySpec, readyProfiles } from './readyProfiles'
import { specWith, withHabits } from './testing'

describe('method profiles', () => {
  it.each(readyProfiles.map((p) => [p.name, p] as const))('%s is sound, and every value has a source', (_, spec) => {
    expect(checkProfile(spec)).toEqual([])
    const resolved = resolveProfile(spec)
    for (const key of habitKeys)
      expect(resolved[key]).toMatchObject({ origin: 'profile', source: expect.stringMatching(/\w{4}/) })
  })
  it('is customary where it says nothing', () => {
    expect(withHabits({}).superheatToleranceK.si).toBeCloseTo(3 / 1.8, 12)
    expect(withHabits({ superheatToleranceK: { value: 1, unit: 'K' } }).superheatToleranceK.si).toBe(1)
  })
  it('can be spelt out in full, and then judges the same without leaning on what is customary', () => {
    const full = completeSpec(cautiousSpec)
    expect(Object.keys(full.values).sort()).toEqual([...habitKeys].sort())
    expect(resolveProfile(full)).toEqual(resolveProfile(cautiousSpec))
    expect(diffProfiles(full, cautiousSpec)).toEqual({ habits: [], choices: [] })
    expect(checkProfile(full)).toEqual([])
  })
  it('refuses limits the wrong way round, at the value that was set', () => {
    const said = (values: Parameters<typeof specWith>[0]) => checkProfile(specWith(values)).map((p) => [p.path, p.code])
    expect(said({ inProbability: { value: 60, unit: '%' }, outProbability: { value: 50, unit: '%' } })).toEqual([])
    expect(said({ indoorLowK: { value: 85, unit: '°F' } })).toEqual([['indoorLowK', 'wrongWayRound']])
    expect(said({ evaporatingHighK: { value: 0, unit: '°C' } })).toEqual([['evaporatingHighK', 'wrongWayRound']])
    // a valve's whole band under the floor of superheat
    expect(
      said({ valveSuperheatLowK: { value: 3, unit: '°F' }, valveSuperheatHighK: { value: 4, unit: '°F' } }),
    ).toEqual([['valveSuperheatLowK', 'wrongWayRound']])
  })
  it('refuses values outside what they can be, in the unit they were typed in', () => {
    expect(checkHabit('superheatToleranceK', { value: 0, unit: '°F' })).toMatchObject({
      code: 'outOfLimits',
      low: { value: 0.2, unit: '°F' },
    })
    expect(checkHabit('outdoorFloorK', { value: 60, unit: '°C' })).toMatchObject({
      high: { value: 32.222222, unit: '°C' },
    })
    expect(checkHabit('inProbability', { value: NaN, unit: '%' })).toEqual({ code: 'notANumber' })
    expect(checkHabit('decayHoldS', { value: 10, unit: 'min' })).toBeUndefined()
  })
  it('refuses no name, no allowed source, a value without its source', () => {
    const spec = { ...specWith({ decayHoldS: { value: 20, unit: 'min' } }), name: ' ' }
    expect(
      checkProfile({ ...spec, choices: { ...spec.choices, superheatOrder: [] } }).map((p) => [p.path, p.code]),
    ).toEqual([
      ['name', 'noName'],
      ['superheatOrder', 'noSource'],
    ])
    const bare = { ...specWith({}), values: { decayHoldS: { quantity: { value: 20, unit: 'min' }, source: ' ' } } }
    expect(checkProfile(bare)).toEqual([{ path: 'decayHoldS', code: 'noSource' }])
  })
  it('shows where two part, and nothing where they only differ in units', () => {
    const same = specWith({ outdoorFloorK: { value: 291.4833333333333, unit: 'K' } })
    expect(diffProfiles(customarySpec, same)).toEqual({ habits: [], choices: [] })
    const { habits, choices } = diffProfiles(customarySpec, cautiousSpec)
    expect(habits.find((h) => h.key === 'outdoorFloorK')).toMatchObject({
      a: { quantity: { value: 65 } },
      b: { quantity: { value: 70 } },
    })
    expect(choices).toEqual(['superheatOrder', 'coldSchools'])
    expect(habits.length).toBe(Object.keys(cautiousSpec.values).length)
  })
  it('lets the nearer to the unit win, in whatever order the layers come', () => {
    const layer = (si: number, origin: Habit['origin']) => ({
      superheatFloorK: { ...customaryProfile.superheatFloorK, si, origin },
    })
    fc.assert(
      fc.property(
        fc.shuffledSubarray([layer(1, 'label'), layer(2, 'unit'), layer(3, 'override')], { minLength: 3 }),
        (layers) => {
          expect(overlay(customaryProfile, ...layers).superheatFloorK).toMatchObject({ si: 3, origin: 'override' })
        },
      ),
    )
    expect(overlay(customaryProfile, layer(1, 'label')).superheatFloorK.si).toBe(1)
    const overridden = overlay(customaryProfile, layer(3, 'override'))
    expect(overlay(overridden, layer(1, 'label')).superheatFloorK.si).toBe(3)
  })
  it('has a usual value within its own limits everywhere', () => {
    for (const key of habitKeys) expect([key, checkHabit(key, habitSpecs[key].usual)]).toEqual([key, undefined])
  })
})
