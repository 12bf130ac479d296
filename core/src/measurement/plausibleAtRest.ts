import { saturationTemperatureK } from '../refrigerant/saturation'
import {
  marginsOf,
  type Margins,
  type PlausibilityChannel,
  type PlausibilityCheck,
  type PlausibilityMargins,
  type PlausibleReading,
} from './plausibility'

/** Standing: both lines alike, and the pressure that of liquid lying between the temperatures around its two coils. */
export function atRest(r: PlausibleReading, m: Margins): PlausibilityCheck[] {
  const checks: PlausibilityCheck[] = []
  if (
    r.suctionLineK !== undefined &&
    r.liquidLineK !== undefined &&
    Math.abs(r.suctionLineK - r.liquidLineK) > m.probesK
  )
    checks.push({
      code: 'linesDisagreeAtRest',
      channels: ['suctionLineK', 'liquidLineK'],
      causes: ['notYetLevel', 'clampInSun', 'clampLoose', 'probeLost'],
    })
  const around = surroundings(r, m)
  const standing = restSaturationK(r)
  if (standing === undefined || around === undefined) return checks
  const channels: PlausibilityChannel[] =
    r.returnK === undefined ? ['liquidPressurePa', 'outdoorK'] : ['liquidPressurePa', 'outdoorK', 'returnK']
  if (standing > around.highK + m.restK)
    checks.push({
      code: 'restPressureHigh',
      channels,
      causes: ['notYetLevel', 'nonCondensable', 'wrongRefrigerant', 'gaugeNotZeroed'],
    })
  if (standing < around.lowK - m.restK)
    checks.push({
      code: 'restPressureLow',
      channels,
      causes: ['wrongRefrigerant', 'emptySystem', 'notYetLevel', 'probeInSun', 'gaugeNotZeroed'],
    })
  return checks
}

/** Between what a standing system's saturation lies: outdoor air and the house, the latter as it may be where nobody measured it. */
function surroundings({ outdoorK, returnK }: PlausibleReading, m: Margins) {
  if (outdoorK === undefined) return undefined
  return {
    lowK: Math.min(outdoorK, returnK ?? m.indoorLowK),
    highK: Math.max(outdoorK, returnK ?? m.indoorHighK),
  }
}

/** where liquid gathers: this far from the colder towards the warmer surroundings, and how uncertain that is, as shares of the way */
const TOWARDS_WARM = 0.2
const ALONG_SPREAD = 0.25
const REST_PROBES_K = 0.7

/**
 * How a standing system's saturation differs from where it should lie: near the colder of its coils' surroundings, where the liquid gathers.
 *
 * @param reading standing, pressures absolute; `returnK` is the air of the house
 * @returns K, with its standard uncertainty; undefined without a pressure in the refrigerant's data or without outdoor air
 */
export function restDeviation(
  reading: PlausibleReading,
  margins: PlausibilityMargins = {},
): { readonly offK: number; readonly standardK: number } | undefined {
  const m = marginsOf(margins)
  const around = surroundings(reading, m)
  const standingK = restSaturationK(reading)
  if (!around || standingK === undefined) return undefined
  const width = around.highK - around.lowK
  return {
    offK: standingK - (around.lowK + TOWARDS_WARM * width),
    standardK: Math.hypot(REST_PROBES_K, ALONG_SPREAD * width),
  }
}

/** What a standing system's pressure says its temperature is, by the gauge that reads higher; K. */
export function restSaturationK({
  refrigerant,
  suctionPressurePa,
  liquidPressurePa,
}: PlausibleReading): number | undefined {
  const pa = Math.max(suctionPressurePa ?? 0, liquidPressurePa ?? 0)
  return refrigerant && pa > 0 ? saturationTemperatureK(refrigerant, 'bubble', pa) : undefined
}
