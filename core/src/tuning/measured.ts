import { atmosphericPressurePa } from '../air/atmosphere'
import { expectedSplitK, nominalSplitModel, type SplitModel } from '../air/expectedSplit'
import { relativeHumidity, wetBulbK } from '../air/wetBulb'
import { channelDimensions, readingChannels, type ReadingChannel, type ReadingValues } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import type { MethodProfile } from '../method/profile'
import { anyToSi } from '../quantity/unit'
import { unitCircuit } from '../heatpump/circuit'
import { readableIn } from '../heatpump/readable'
import type { ChargeMode } from '../label/equipment'
import type { ModelLabel } from '../label/modelLabel'
import { circuitOf, minus } from '../reading/systemState'
import { meanCoilK } from '../refrigerant/coilMean'
import { saturationTemperatureK, type BubbleK, type CoilMeanK, type DewK } from '../refrigerant/saturation'

/** Everything that a reading gives, in SI; what wasn't measured or can't be computed is undefined. */
export interface Measured {
  readonly atmosphericPa: number
  readonly suctionPressurePa?: number
  readonly liquidPressurePa?: number
  /** dew point at suction pressure, for superheat */
  readonly evaporatingK?: DewK
  /** bubble point at liquid pressure, for subcooling */
  readonly condensingK?: BubbleK
  /** mean of the coil that boils: midpoint of dew and bubble at suction pressure; the same as evaporating where there is no glide */
  readonly coilK?: CoilMeanK
  /** its coldest spot, the inlet: near the bubble point of what the device throttles to */
  readonly coilInletK?: BubbleK
  /** mean of the coil that condenses: what its air sees, and what condensing over the air goes by */
  readonly condenserK?: CoilMeanK
  readonly suctionLineK?: number
  readonly liquidLineK?: number
  readonly dischargeK?: number
  readonly returnK?: number
  readonly returnWetBulbK?: number
  readonly returnHumidity?: number
  readonly supplyK?: number
  readonly outdoorK?: number
  readonly superheatK?: number
  readonly subcoolingK?: number
  readonly splitK?: number
  readonly expectedSplitK?: number
  readonly condensingOverOutdoorK?: number
  /** heating: supply over return */
  readonly riseK?: number
  /** heating: condensing over return air */
  readonly condensingOverReturnK?: number
  /** heating: outdoor air over what boils in the outdoor coil */
  readonly evaporatingUnderOutdoorK?: number
  /** liquid line over outdoor air */
  readonly approachK?: number
  /** the coil's mean over the point where condensate freezes */
  readonly freezeMarginK?: number
  readonly staticPa?: number
  readonly voltageV?: number
  readonly ampsA?: number
  readonly capacitorF?: number
}

/** What a reading had about it, for what stands in for the machine: outdoor air and return air; undefined where it wasn't measured. */
export function weatherOf({
  outdoorK,
  returnK,
  returnHumidity,
}: Pick<Measured, 'outdoorK' | 'returnK' | 'returnHumidity'>) {
  return outdoorK === undefined || returnK === undefined || returnHumidity === undefined
    ? undefined
    : { outdoorK, returnK, returnHumidity }
}

/** Glide that a coil shows: less is one temperature, K */
const SHOWN_GLIDE_K = 0.3

/** Whether the coil's inlet is colder than its outlet by enough to be said. */
export const coilGlides = ({
  coilInletK = NaN,
  evaporatingK = NaN,
}: Pick<Measured, 'coilInletK' | 'evaporatingK'>): boolean => evaporatingK - coilInletK > SHOWN_GLIDE_K

/** The same of the condenser, from its bubble point to its mean. */
export const condenserGlides = ({
  condensingK = NaN,
  condenserK = NaN,
}: Pick<Measured, 'condensingK' | 'condenserK'>): boolean => 2 * (condenserK - condensingK) > SHOWN_GLIDE_K

/** The channels of a reading in SI; gauge pressures stay gauge. */
export function channelsSi(values: ReadingValues): { readonly [C in ReadingChannel]?: number } {
  const si: { [C in ReadingChannel]?: number } = {}
  for (const channel of readingChannels) {
    const quantity = values[channel]
    if (quantity) si[channel] = anyToSi(channelDimensions[channel], quantity)
  }
  return si
}

/** A reading's numbers, from its channels, the refrigerant and the site's elevation; in heating only what the unit's ports let be read. */
export function measure({
  facts,
  values,
  elevationM,
  profile,
  mode = 'cooling',
  label,
}: {
  facts: UnitFacts
  values: ReadingValues
  elevationM: number
  profile: MethodProfile
  mode?: ChargeMode
  label?: ModelLabel
}): Measured {
  const { refrigerant } = facts
  const heating = mode === 'heating'
  const si = readableSi(channelsSi(values), mode, facts, label)
  const atmosphericPa = atmosphericPressurePa(elevationM)
  const absolute = (gaugePa: number | undefined) => (gaugePa === undefined ? undefined : gaugePa + atmosphericPa)
  const suctionPressurePa = absolute(si.suctionPressure)
  const liquidPressurePa = absolute(si.liquidPressure)
  const circuit = circuitOf({
    refrigerant,
    suctionPressurePa,
    liquidPressurePa,
    suctionLineK: si.suctionLine,
    liquidLineK: si.liquidLine,
  })
  const coilInletK = refrigerant && saturationTemperatureK(refrigerant, 'bubble', suctionPressurePa ?? NaN)
  const mean = (pa: number | undefined) => (refrigerant && pa !== undefined ? meanCoilK(refrigerant, pa) : undefined)
  const [coilK, condenserK] = [mean(suctionPressurePa), mean(liquidPressurePa)]
  const air = airSide(si, atmosphericPa)
  const { returnDryBulb: returnK, outdoor: outdoorK } = si
  return {
    atmosphericPa,
    suctionPressurePa,
    liquidPressurePa,
    ...circuit,
    coilK,
    coilInletK,
    condenserK,
    suctionLineK: si.suctionLine,
    liquidLineK: si.liquidLine,
    dischargeK: si.discharge,
    returnK,
    ...air,
    supplyK: si.supply,
    outdoorK,
    ...(heating
      ? {
          riseK: minus(si.supply, returnK),
          condensingOverReturnK: minus(condenserK, returnK),
          evaporatingUnderOutdoorK: minus(outdoorK, coilK),
        }
      : {
          splitK: minus(returnK, si.supply),
          expectedSplitK: expected({ ...air, returnK, atmosphericPa }, profile),
          condensingOverOutdoorK: minus(condenserK, outdoorK),
          approachK: minus(si.liquidLine, outdoorK),
          freezeMarginK: minus(coilK, profile.freezeK.si),
        }),
    staticPa: si.staticPressure,
    voltageV: si.voltage,
    ampsA: si.amps,
    capacitorF: si.capacitor,
  }
}

/** Where the hoses of a unit without the ports for it read something else (in heating, and in cooling where it meters outdoors) nothing is computed from them. */
function readableSi(
  si: ReturnType<typeof channelsSi>,
  mode: ChargeMode,
  facts: UnitFacts,
  label: ModelLabel | undefined,
) {
  const unitsCircuit = unitCircuit(facts, label)
  if (mode === 'cooling' && !unitsCircuit.throttlesOutdoors) return si
  const readable = readableIn(mode, unitsCircuit)
  const { suctionPressure, suctionLine, liquidPressure, liquidLine, ...rest } = si
  return {
    ...rest,
    ...(readable.superheat ? { suctionPressure, suctionLine } : {}),
    ...(readable.subcooling ? { liquidPressure, liquidLine } : {}),
  } as typeof si
}

/** Wet bulb and humidity of the return air, each from the other where only that was measured. */
function airSide(
  { returnDryBulb = NaN, returnWetBulb, returnHumidity }: ReturnType<typeof channelsSi>,
  pressurePa: number,
) {
  const dry = { dryBulbK: returnDryBulb, pressurePa }
  return {
    returnWetBulbK: returnWetBulb ?? wetBulbK({ ...dry, relativeHumidity: returnHumidity ?? NaN }),
    returnHumidity: returnHumidity ?? relativeHumidity({ ...dry, wetBulbK: returnWetBulb ?? NaN }),
  }
}

/** The split that this air should show, for a method that goes by humidity. */
function expected(
  { returnK = NaN, returnWetBulbK = NaN, atmosphericPa }: Measured,
  profile: MethodProfile,
): number | undefined {
  if (profile.splitSchool !== 'humidity') return undefined
  return expectedSplitK({
    returnDryBulbK: returnK,
    returnWetBulbK,
    pressurePa: atmosphericPa,
    model: splitModel(profile),
  })
}

const models = new WeakMap<MethodProfile['nominalAirflowM3PerJ'], SplitModel>()
/** The split model with the profile's airflow; one object a profile, so that what depends on it is worked out once. */
function splitModel({ nominalAirflowM3PerJ }: MethodProfile): SplitModel {
  const model = models.get(nominalAirflowM3PerJ) ?? { ...nominalSplitModel, airflowM3PerJ: nominalAirflowM3PerJ.si }
  models.set(nominalAirflowM3PerJ, model)
  return model
}
