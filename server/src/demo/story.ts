import {
  absolutePressurePa,
  completeSpec,
  customarySpec,
  ENTRY_VERSION,
  fromSi,
  saturationPressurePa,
  toSi,
  type Entry,
  type EntryBody,
  type Quantity,
  type ReadingValues,
  type Refrigerant,
} from '@zetesis/core'
import { demoId } from './ids'

export interface Told {
  readonly entry: Entry
  readonly by: 'lead' | 'installer'
}

/** Writes a unit's log the way a crew would: each line so many minutes before now. */
export function story(tag: string, jobId: string, now: Date) {
  const told: Told[] = []
  const tell = (minutesAgo: number, body: EntryBody, by: Told['by'] = 'lead') => {
    const at = new Date(now.getTime() - Math.round(minutesAgo * 60_000)).toISOString()
    const entry = { v: ENTRY_VERSION, id: demoId(`${tag} ${told.length}`), at, writtenAt: at, ...body } as Entry
    told.push({ entry, by })
  }
  tell(60 * 24 * 3, { kind: 'opened', jobId, tag })
  tell(60 * 24 * 3, { kind: 'method', profile: completeSpec(customarySpec) })
  return {
    now,
    told,
    tell,
    /** micron readings as [minutes ago, micron] */
    micron: (...readings: [number, number][]) => {
      for (const [ago, value] of readings)
        tell(ago, { kind: 'micron', reading: { value, unit: 'micron' } }, 'installer')
    },
  }
}

export const degF = (value: number): Quantity<'temperature'> => ({ value, unit: '°F' })
export const dF = (value: number): Quantity<'temperatureDifference'> => ({ value, unit: '°F' })
export const oz = (value: number): Quantity<'mass'> => ({ value, unit: 'oz' })
export const feet = (value: number): Quantity<'length'> => ({ value, unit: 'ft' })

/** What a gauge shows, to half a psi, when this refrigerant saturates at a temperature there. */
export function gaugeAt(
  refrigerant: Refrigerant,
  curve: 'bubble' | 'dew',
  f: number,
  elevationM: number,
): Quantity<'gaugePressure'> {
  const pa = saturationPressurePa(refrigerant, curve, toSi('temperature', degF(f)))!
  const psig = fromSi('gaugePressure', pa - absolutePressurePa({ gaugePa: 0, elevationM }), 'psig')
  return { value: Math.round(psig * 2) / 2, unit: 'psig' }
}

/** A standing system: its lines at the air outdoors, its liquid near the colder of outdoors and house, °F. */
export function standingReading(
  refrigerant: Refrigerant,
  elevationM: number,
  { outdoor: at, indoor }: { outdoor: number; indoor: number },
): ReadingValues {
  const liquid = Math.min(at, indoor) + 0.2 * Math.abs(at - indoor)
  const pressure = gaugeAt(refrigerant, 'bubble', liquid, elevationM)
  return {
    suctionPressure: pressure,
    liquidPressure: pressure,
    suctionLine: degF(at),
    liquidLine: degF(at),
    outdoor: degF(at),
    returnDryBulb: degF(indoor),
  }
}

/** A cooling reading from what the coils do: evaporating and condensing temperature, superheat and subcooling. */
export function coolingReading(
  refrigerant: Refrigerant,
  elevationM: number,
  at: {
    evaporating: number
    superheat: number
    condensing: number
    subcooling: number
    indoor: [number, number]
    supply: number
    outdoor: number
  },
): ReadingValues {
  return {
    suctionPressure: gaugeAt(refrigerant, 'dew', at.evaporating, elevationM),
    liquidPressure: gaugeAt(refrigerant, 'bubble', at.condensing, elevationM),
    suctionLine: degF(Math.round((at.evaporating + at.superheat) * 10) / 10),
    liquidLine: degF(Math.round((at.condensing - at.subcooling) * 10) / 10),
    returnDryBulb: degF(at.indoor[0]),
    returnWetBulb: degF(at.indoor[1]),
    supply: degF(at.supply),
    outdoor: degF(at.outdoor),
  }
}

/** A reading in heating from what the coils do; suction at the true suction port, °F. */
export function heatingReading(
  refrigerant: Refrigerant,
  elevationM: number,
  at: {
    evaporating: number
    superheat: number
    condensing: number
    subcooling: number
    returnAir: number
    supply: number
    discharge: number
    outdoor: number
  },
): ReadingValues {
  return {
    suctionPressure: gaugeAt(refrigerant, 'dew', at.evaporating, elevationM),
    liquidPressure: gaugeAt(refrigerant, 'bubble', at.condensing, elevationM),
    suctionLine: degF(Math.round((at.evaporating + at.superheat) * 10) / 10),
    liquidLine: degF(Math.round((at.condensing - at.subcooling) * 10) / 10),
    discharge: degF(at.discharge),
    returnDryBulb: degF(at.returnAir),
    supply: degF(at.supply),
    outdoor: degF(at.outdoor),
  }
}
