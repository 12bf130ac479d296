import {
  STANDARD_ATMOSPHERE_PA,
  formatNumber,
  showText,
  type ConversionCause,
  type LeftWith,
  type Measured,
  type Oil,
  type RefitItem,
  type RefitLine,
  type Suitability,
  type Tightness,
  type UnitSystem,
  type ValveAnswer,
} from '@zetesis/core'

export const conversionCauseWords: Record<ConversionCause, string> = {
  leak: 'It leaked',
  unobtainable: 'The old refrigerant can’t be had any more',
  law: 'The law asks for it',
  otherPart: 'A part has to be changed anyway',
  other: 'Something else',
}

export const tightnessWords: Record<Tightness, string> = {
  holds: 'It holds pressure',
  leakFound: 'A leak was found, and will be mended',
  notTried: 'Nobody has tried yet',
  cantBeMadeTight: 'It can’t be made tight',
}

export const oilWords: Record<Oil, string> = {
  mineral: 'Mineral oil',
  alkylbenzene: 'Alkylbenzene',
  polyolester: 'Polyolester (POE)',
  polyvinylether: 'Polyvinyl ether (PVE)',
}

export const refitWords: Record<RefitItem, string> = {
  leak: 'Leak mended',
  drier: 'New filter-drier',
  oil: 'Oil',
  seals: 'Seals that shrink changed',
  cores: 'Cores and caps new',
}

/** What asks for each line of the list, and what to do about it. */
export const refitWhyWords: Record<RefitLine['because'], string> = {
  leakFound: 'Mend it first: no refrigerant makes a system tight.',
  always: 'It was opened: moisture came in, and the old drier is made for another refrigerant.',
  oilChange:
    'The new refrigerant doesn’t carry this oil home: it stays in coil and lines. Drain it as far as it comes, refill with polyolester by the maker’s amount.',
  oilResidual: 'It bears what is left of the old oil after one change: drain it, refill with polyolester.',
  oilWatch: 'It may stay. Long or high lines keep some of it: look at the level after a day, and top up with the same.',
  shrinks:
    'The old refrigerant swelled them. Without it they shrink and leak: core seals, cap seals, O-rings, those of valves that were opened.',
  opened: 'Each time a core is pressed it wears; a cap’s seal is the second one.',
}

export const leftWithWords: Record<LeftWith, string> = {
  oldCharge: 'the old refrigerant',
  newCharge: 'the new refrigerant',
  nitrogen: 'nitrogen',
  vacuum: 'vacuum',
  open: 'nothing: it stands open',
}

export const deviceWords = { piston: 'Piston', capillary: 'Capillary', valve: 'Thermostatic valve' } as const
export const deviceByWords = {
  reckoned: 'as reckoned here',
  maker: 'by the maker’s table',
  kept: 'left as it was',
} as const

export const oilAnswerWords: Record<Suitability['oil']['answer'], string> = {
  asIs: 'oil may stay',
  residual: 'one change of oil',
  change: 'oil must be changed',
}

export const valveAnswerWords: Record<ValveAnswer['answer'], string> = {
  keep: 'The valve may stay as it is.',
  turn: 'The valve may stay; turn its stem until the superheat is what it was.',
  change: 'Change the valve, or its power head: no stem reaches that far.',
}

/** "+4 %", "−12 %": the new one against the old. */
export const changeText = ({ old, new: now }: { old: number; new: number }): string => {
  const percent = Math.round((now / old - 1) * 100)
  return `${percent > 0 ? '+' : percent < 0 ? '−' : ''}${formatNumber(Math.abs(percent), 0)} %`
}

/** What a candidate gains and costs in this machine, a line each. */
export function suitabilityLines(
  s: Suitability,
  system: UnitSystem,
  atmosphericPa: number,
): { name: string; value: string; code: string }[] {
  const pressure = (pa: number | undefined) =>
    pa === undefined ? 'no data' : showText('gaugePressure', pa - atmosphericPa, system)
  // as plates are written
  const atSeaLevel = (pa: number | undefined) =>
    pa === undefined ? 'no data' : showText('gaugePressure', pa - STANDARD_ATMOSPHERE_PA, system)
  const k = (value: number) => showText('temperature', value, system)
  const d = (value: number) => showText('temperatureDifference', value, system)
  const both = (c: { old: number; new: number }, show: (n: number) => string) => `${show(c.new)} against ${show(c.old)}`
  return [
    { code: 'class', name: 'safety class', value: `${s.safetyClass.new} against ${s.safetyClass.old}` },
    {
      code: 'design',
      name: 'condensing on the design day',
      value: `${atSeaLevel(s.design.newPa)}, bound by ${s.design.limitFrom === 'plate' ? 'the plate’s' : 'the old refrigerant and a tenth'} ${atSeaLevel(s.design.limitPa)}`,
    },
    ...(s.capacity ? [{ code: 'capacity', name: 'capacity, same compressor', value: changeText(s.capacity) }] : []),
    ...(s.working
      ? [
          {
            code: 'flow',
            name: 'mass flow for the same capacity',
            value: changeText({ old: 1 / s.working.old.effectJPerKg, new: 1 / s.working.new.effectJPerKg }),
          },
        ]
      : []),
    ...(s.evaporatingPa
      ? [{ code: 'low', name: 'suction pressure', value: both(s.evaporatingPa, (pa) => pressure(pa)) }]
      : []),
    ...(s.condensingPa
      ? [{ code: 'high', name: 'head pressure', value: both(s.condensingPa, (pa) => pressure(pa)) }]
      : []),
    ...(s.pressureRatio
      ? [{ code: 'ratio', name: 'pressure ratio', value: both(s.pressureRatio, (n) => formatNumber(n, 2)) }]
      : []),
    ...(s.dischargeK ? [{ code: 'discharge', name: 'discharge, about', value: both(s.dischargeK, k) }] : []),
    ...(s.glideK ? [{ code: 'glide', name: 'glide in the evaporator', value: both(s.glideK.evaporator, d) }] : []),
    { code: 'oil', name: 'oil', value: `${oilWords[s.oil.inIt].toLowerCase()}: ${oilAnswerWords[s.oil.answer]}` },
    {
      code: 'seals',
      name: 'seals',
      value: s.seals === 'shrink' ? 'shrink when the old one goes' : 'as they are',
    },
    {
      code: 'gwp',
      name: 'GWP, AR4 and AR5',
      value: `${formatNumber(s.gwp100.AR4.new, 0)}, ${formatNumber(s.gwp100.AR5.new, 0)} against ${formatNumber(s.gwp100.AR4.old, 0)}, ${formatNumber(s.gwp100.AR5.old, 0)}`,
    },
    ...(s.noData
      ? [
          {
            code: 'noData',
            name: 'at these conditions',
            value: `no data of ${s.noData === 'both' ? 'either' : s.noData === 'old' ? 'the old one' : 'the new one'}: take others`,
          },
        ]
      : []),
  ]
}

/** The numbers behind a candidate's figures, old → new. */
export function candidateWorking(
  {
    working,
    suctionKgPerM3,
    capacity,
  }: Pick<Suitability, 'suctionKgPerM3' | 'capacity'> & {
    working: NonNullable<Suitability['working']>
  },
  system: UnitSystem,
  atmosphericPa: number,
): { name: string; value: string }[] {
  const { old, new: now } = working
  const both = (show: (s: typeof old) => string) => `${show(old)} → ${show(now)}`
  const p = (pa: number) => showText('gaugePressure', pa - atmosphericPa, system)
  const t = (k: number) => showText('temperature', k, system)
  return [
    { name: 'evaporating, at the same mean', value: both((s) => p(s.evaporatingPa)) },
    { name: 'condensing, at the same mean', value: both((s) => p(s.condensingPa)) },
    { name: 'suction gas', value: both((s) => t(s.vapourK)) },
    { name: 'liquid before the device', value: both((s) => t(s.liquidK)) },
    { name: 'a kilogram takes up, kJ', value: both((s) => formatNumber(s.effectJPerKg / 1000, 1)) },
    ...(suctionKgPerM3
      ? [
          {
            name: 'density of the suction gas',
            value: `${showText('density', suctionKgPerM3.old, system)} → ${showText('density', suctionKgPerM3.new, system)}`,
          },
        ]
      : []),
    ...(capacity
      ? [
          {
            name: 'a swept cubic metre takes up, kJ',
            value: `${formatNumber(capacity.old / 1000, 0)} → ${formatNumber(capacity.new / 1000, 0)}`,
          },
        ]
      : []),
  ]
}

/** How far readings would move by weather alone; `Shift` of the rig's `weatherShift`. */
export interface MovedBy {
  readonly by: number
  readonly standard: number
}
export interface BeforeAfterRow {
  readonly code: string
  readonly name: string
  readonly before: string
  /** brought to the later day's weather, with its uncertainty (k = 2) */
  readonly brought?: string
  readonly after: string
}

const rowsOf = [
  ['suction', 'suction pressure', 'suctionPressurePa', 'suctionPa', 'pressure'],
  ['liquid', 'head pressure', 'liquidPressurePa', 'liquidPa', 'pressure'],
  ['coil', 'coil, mean', 'coilK', undefined, 'temperature'],
  ['condensing', 'condensing', 'condensingK', undefined, 'temperature'],
  ['superheat', 'superheat', 'superheatK', 'superheatK', 'difference'],
  ['subcooling', 'subcooling', 'subcoolingK', 'subcoolingK', 'difference'],
  ['split', 'split', 'splitK', 'splitK', 'difference'],
  ['amps', 'compressor current', 'ampsA', undefined, 'current'],
  ['outdoor', 'outdoors', 'outdoorK', undefined, 'temperature'],
  ['wetBulb', 'return wet bulb', 'returnWetBulbK', undefined, 'temperature'],
] as const

/** The machine as it was found beside what it does now; the old figures also brought to the later day's weather where a model's shift is given. */
export function beforeAfterRows(
  before: Measured,
  after: Measured,
  system: UnitSystem,
  shift?: { readonly [key: string]: MovedBy },
): BeforeAfterRow[] {
  const show = {
    pressure: (v: number, m: Measured) => showText('gaugePressure', v - m.atmosphericPa, system),
    temperature: (v: number) => showText('temperature', v, system),
    difference: (v: number) => showText('temperatureDifference', v, system),
    current: (v: number) => showText('current', v, system),
  }
  /** a model's shift is good to about a third of itself, and readings repeat to so much: half a kelvin, half a percent of a pressure */
  const standard = ({ by, standard: spread }: MovedBy, least: number) => Math.hypot(spread, by / 3, least)
  const wide = { pressure: 'pressureDifference', difference: 'temperatureDifference' } as const
  return rowsOf.flatMap(([code, name, key, moved, kind]): BeforeAfterRow[] => {
    const [old, now] = [before[key], after[key]]
    if (old === undefined && now === undefined) return []
    const by = moved && shift?.[moved]
    const dimension = kind === 'pressure' || kind === 'difference' ? wide[kind] : undefined
    return [
      {
        code,
        name,
        before: old === undefined ? '–' : show[kind](old, before),
        ...(by && dimension && old !== undefined
          ? {
              brought: `${show[kind](old + by.by, before)} ± ${showText(dimension, 2 * standard(by, kind === 'pressure' ? 0.005 * old : 0.5), system)}`,
            }
          : {}),
        after: now === undefined ? '–' : show[kind](now, after),
      },
    ]
  })
}

/** Two readings of one machine beside each other: a conversion's, or a check-up's. */
export const beforeAfterWords = {
  title: 'Before and after',
  asFound: (refrigerant: string) => `${refrigerant}, as found`,
  now: (refrigerant: string) => `${refrigerant}, now`,
  brought:
    'Brought to one weather by a model of machines like this, sound and short; ± is twice what model and readings are good for. Dirt, wind and what else differed between the days isn’t in it.',
  reckoning: 'The old figures are being brought to today’s weather.',
  noWeather: 'Two days, two weathers: outdoors and wet bulb of both readings would bring them together.',
} as const
