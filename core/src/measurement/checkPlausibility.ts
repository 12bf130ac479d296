import {
  marginsOf,
  type PlausibilityChannel,
  type PlausibilityCheck,
  type PlausibilityMargins,
  type PlausibleReading,
} from './plausibility'
import { atRest } from './plausibleAtRest'
import { inCooling } from './plausibleCooling'
import { inHeating } from './plausibleHeating'

/** what a split system outdoors can have: nothing colder, hotter or tighter is a reading */
const temperatures: readonly PlausibilityChannel[] = [
  'suctionLineK',
  'liquidLineK',
  'dischargeK',
  'returnK',
  'returnWetBulbK',
  'supplyK',
  'outdoorK',
]
const COLDEST_K = 228
const HOTTEST_K = 423
const HIGHEST_PA = 5.5e6
/**
 * What can't be true together, running in cooling (or standing): each failed check with the channels it is about and its probable causes,
 * likeliest first. An empty list says only that nothing contradicts itself. Never a charge fault.
 *
 * @param reading SI, pressures absolute; a channel that is missing takes its checks with it
 * @param margins what accuracy and habit allow
 * Source: order of temperatures round a vapour-compression circuit (ASHRAE Handbook Fundamentals ch. 2); saturation data for the rest.
 */
export function checkPlausibility(reading: PlausibleReading, margins: PlausibilityMargins = {}): PlausibilityCheck[] {
  const absurd = absurdChannels(reading)
  const checks: PlausibilityCheck[] = absurd.map((channel) => ({
    code: 'absurd',
    channels: [channel],
    causes: ['probeLost', 'wrongUnit'],
  }))
  const sound = absurd.length === 0 ? reading : without(reading, absurd)
  const m = marginsOf(margins)
  if (sound.running === false) return [...checks, ...atRest(sound, m)]
  return [...checks, ...(sound.mode === 'heating' ? inHeating(sound, m) : inCooling(sound, m))]
}

function absurdChannels(reading: PlausibleReading): PlausibilityChannel[] {
  const hot = temperatures.filter((c) => {
    const k = reading[c]
    return k !== undefined && !((k as number) > COLDEST_K && (k as number) < HOTTEST_K)
  })
  const tight = (['suctionPressurePa', 'liquidPressurePa'] as const).filter((c) => {
    const pa = reading[c]
    return pa !== undefined && !(pa > 0 && pa < HIGHEST_PA)
  })
  return [...tight, ...hot]
}

const without = (reading: PlausibleReading, channels: readonly PlausibilityChannel[]): PlausibleReading =>
  Object.fromEntries(Object.entries(reading).filter(([key]) => !channels.includes(key as PlausibilityChannel)))
