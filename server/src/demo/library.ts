import type {
  Accuracy,
  AnyQuantity,
  BookEntryBody,
  Certificate,
  ChargingSheet,
  Instrument,
  InstrumentsUsed,
  ModelLabel,
  Reading,
  ReadingValues,
} from '@zetesis/core'
import { demoForecast } from './forecast'
import { demoId } from './ids'
import { degF, dF, feet, oz } from './story'

/** The demo crew's book: made-up models with their labels, and the kit in the van. */

const smallAllowance = {
  tube: { value: 0.3125, unit: 'in' },
  allowance: { value: 0.4, unit: 'oz/ft' },
} as const
const allowance = {
  tube: { value: 0.375, unit: 'in' },
  allowance: { value: 0.6, unit: 'oz/ft' },
} as const
const superheatChart = (
  rows: number[],
  cells: (number | null)[][],
  indoorAxis: ChargingSheet['indoorAxis'],
): ChargingSheet => ({
  shape: 'superheatGrid',
  mode: 'cooling',
  indoorAxis,
  columns: { unit: '°F', values: [65, 75, 85, 95, 105, 115] },
  rows: { unit: '°F', values: rows },
  cells: { unit: '°F', values: cells },
})

export const demoModels = {
  ostrel24V: {
    name: 'Ostrel 24-V',
    maker: 'Ostrel',
    refrigerant: 'R-410A',
    metering: 'expansionValve',
    mode: 'coolingOnly',
    charge: oz(98),
    includedLength: feet(15),
    allowances: [smallAllowance, allowance],
    items: [
      { name: 'indoor coil with 4 rows', mass: oz(6) },
      { name: 'second filter-drier', mass: oz(3) },
    ],
    longLine: feet(80),
    highSideTest: { value: 450, unit: 'psig' },
    ratedVoltage: { value: 230, unit: 'V' },
    ratedAmps: { value: 12.8, unit: 'A' },
    capacitor: { value: 40, unit: 'µF' },
    maximumStatic: { value: 0.5, unit: 'in wc' },
    tables: [
      {
        quantity: 'subcooling',
        rows: [
          { orientation: 'up', cooling: dF(10) },
          { orientation: 'down', cooling: dF(9) },
          { orientation: 'left', cooling: dF(11) },
          { orientation: 'right', cooling: dF(11) },
        ],
      },
    ],
  },
  ostrel30P: {
    name: 'Ostrel 30-P',
    maker: 'Ostrel',
    refrigerant: 'R-454B',
    metering: 'fixedOrifice',
    mode: 'coolingOnly',
    charge: oz(84),
    includedLength: feet(15),
    allowances: [allowance],
    outdoorLow: degF(65),
    outdoorHigh: degF(115),
    superheatTolerance: dF(3),
    sheets: [
      superheatChart(
        [54, 58, 62, 66, 70, 74],
        [
          [10, 6, null, null, null, null],
          [16, 12, 7, null, null, null],
          [21, 17, 13, 8, null, null],
          [26, 22, 18, 14, 9, 6],
          [30, 27, 24, 20, 16, 12],
          [34, 32, 29, 25, 22, 18],
        ],
        'wetBulb',
      ),
    ],
  },
  kelvane24: {
    name: 'Kelvane 24',
    maker: 'Kelvane',
    metering: 'expansionValve',
    charge: oz(70),
    includedLength: feet(15),
    allowances: [allowance],
    subcoolingTolerance: dF(1.5),
    outdoorLow: degF(70),
    outdoorHigh: degF(105),
    tables: [
      {
        quantity: 'subcooling',
        rows: [
          { orientation: 'up', cooling: dF(9) },
          { orientation: 'down', cooling: dF(7.5) },
          { orientation: 'left', cooling: dF(10) },
          { orientation: 'right', cooling: dF(10.5) },
        ],
      },
    ],
  },
  brask18: {
    name: 'Brask P-18',
    maker: 'Brask',
    refrigerant: 'R-410A',
    metering: 'fixedOrifice',
    charge: oz(66),
    includedLength: feet(15),
    sheets: [
      superheatChart(
        [70, 74, 78, 82],
        [
          [17, 12, 8, 5, null, null],
          [21, 17, 13, 9, 6, null],
          [25, 21, 18, 14, 11, 7],
          [29, 26, 23, 19, 16, 12],
        ],
        'dryBulb',
      ),
    ],
  },
  kelvaneHp30: {
    name: 'Kelvane HP-30',
    maker: 'Kelvane',
    refrigerant: 'R-410A',
    metering: 'expansionValve',
    mode: 'heatPump',
    circuit: {
      reversingValve: 'energisedToCool',
      indoorDevice: 'thermostatic',
      outdoorDevice: 'electronic',
      outdoorDeviceAt: 'coil',
      liquidPort: 'lineSide',
      trueSuction: true,
      accumulator: true,
      vapourValve: 'twoPosition',
      liquidValve: 'twoPosition',
    },
    charge: oz(121),
    includedLength: feet(15),
    allowances: [allowance],
    tables: [
      {
        quantity: 'subcooling',
        rows: [
          { cooling: dF(11) },
          { indoor: 'KA-30', cooling: dF(11), heating: dF(24) },
          { indoor: 'KA-36', cooling: dF(12.5), heating: dF(27) },
        ],
      },
    ],
  },
} satisfies Record<string, ModelLabel>
export type DemoModel = keyof typeof demoModels

const accuracy = (dimension: Accuracy['dimension'], parts: Partial<Accuracy>): Accuracy => ({
  dimension,
  stated: 'rectangular',
  ...parts,
})
const q = (value: number, unit: string): AnyQuantity => ({ value, unit })
const percent = (value: number) => ({ value, unit: '%' }) as const

/** How many days ago each was checked, and how long the check is good for. */
const kit: Record<string, { name: string; kind: Instrument['kind']; checked: number; accuracies: Accuracy[] }> = {
  digital: {
    name: 'Digital manifold',
    kind: 'pressureGauge',
    checked: 120,
    accuracies: [
      accuracy('gaugePressure', { ofReading: percent(0.5), fullScale: q(800, 'psig'), resolution: q(0.1, 'psig') }),
    ],
  },
  analog: {
    name: 'Analog manifold, 500 psig',
    kind: 'pressureGauge',
    checked: 500,
    accuracies: [
      accuracy('gaugePressure', { ofFullScale: percent(1), fullScale: q(500, 'psig'), resolution: q(5, 'psig') }),
    ],
  },
  clamps: {
    name: 'Clamp pair',
    kind: 'lineClamp',
    checked: 120,
    accuracies: [accuracy('temperature', { absolute: q(0.5, '°F'), resolution: q(0.1, '°F') })],
  },
  air: {
    name: 'Air probes',
    kind: 'airProbe',
    checked: 120,
    accuracies: [accuracy('temperature', { absolute: q(0.7, '°F'), resolution: q(0.1, '°F') })],
  },
  psychrometer: {
    name: 'Psychrometer',
    kind: 'psychrometer',
    checked: 200,
    accuracies: [
      accuracy('temperature', { absolute: q(0.8, '°F'), resolution: q(0.1, '°F') }),
      accuracy('ratio', { absolute: q(2, '%') }),
    ],
  },
  testGauge: {
    name: 'Test gauge, digital',
    kind: 'pressureGauge',
    checked: 60,
    accuracies: [accuracy('gaugePressure', { ofReading: percent(0.1), resolution: q(0.1, 'psig') })],
  },
  micron: {
    name: 'Micron gauge',
    kind: 'micronGauge',
    checked: 90,
    accuracies: [accuracy('vacuum', { ofReading: percent(10), resolution: q(1, 'micron') })],
  },
  scale: {
    name: 'Scale, 50 kg',
    kind: 'scale',
    checked: 30,
    accuracies: [accuracy('mass', { ofReading: percent(0.05), resolution: q(5, 'g') })],
  },
  manometer: {
    name: 'Manometer',
    kind: 'manometer',
    checked: 60,
    accuracies: [accuracy('staticPressure', { ofReading: percent(1), resolution: q(0.01, 'in wc') })],
  },
  meter: {
    name: 'Clamp meter',
    kind: 'multimeter',
    checked: 60,
    accuracies: [
      accuracy('voltage', { ofReading: percent(1) }),
      accuracy('current', { ofReading: percent(2) }),
      accuracy('capacitance', { ofReading: percent(2) }),
    ],
  },
}

const DAY = 24 * 60 * 60_000
const dateBefore = (now: Date, days: number) => new Date(now.getTime() - days * DAY).toISOString().slice(0, 10)

export function demoInstruments(now: Date): Instrument[] {
  return Object.entries(kit).map(([key, { name, kind, checked, accuracies }]) => ({
    id: demoId(`instrument ${key}`),
    name,
    kind,
    accuracies,
    checkedOn: dateBefore(now, checked),
    dueOn: dateBefore(now, checked - 365),
    zeroedAt: new Date(now.getTime() - 6 * 60 * 60_000).toISOString(),
  }))
}

/** A reading taken with the demo kit: every channel names its instrument, and the record keeps them as they were. */
export function readWith(
  gauge: 'digital' | 'analog',
  values: ReadingValues,
  now: Date,
): Pick<Reading, 'kind' | 'mode' | 'values' | 'instruments' | 'kit'> {
  const id = (key: string) => demoId(`instrument ${key}`)
  const of = {
    suctionPressure: gauge,
    liquidPressure: gauge,
    suctionLine: 'clamps',
    liquidLine: 'clamps',
    discharge: 'clamps',
    returnDryBulb: 'psychrometer',
    returnWetBulb: 'psychrometer',
    returnHumidity: 'psychrometer',
    supply: 'air',
    outdoor: 'air',
    staticPressure: 'manometer',
    voltage: 'meter',
    amps: 'meter',
    capacitor: 'meter',
  } as const satisfies Record<keyof ReadingValues, string>
  const channels = Object.keys(values) as (keyof ReadingValues)[]
  const instruments: InstrumentsUsed = Object.fromEntries(channels.map((c) => [c, id(of[c])]))
  const used = new Set(Object.values(instruments))
  return {
    kind: 'reading',
    mode: 'cooling',
    values,
    instruments,
    kit: demoInstruments(now).filter((i) => used.has(i.id)),
  }
}

export const demoModelId = (model: DemoModel) => demoId(`model ${model}`)
export const demoModelVersion = (model: DemoModel) => demoId(`model version ${model}`)

/** What papers say of the crew; one of the certificates is over, as it happens. */
function company(now: Date): { id: string; daysAgo: number; body: BookEntryBody }[] {
  const day = (inDays: number) => new Date(now.getTime() + inDays * 24 * 60 * 60_000).toISOString().slice(0, 10)
  const certified = (who: string, ...certificates: Certificate[]) => ({
    id: demoId(`certificates ${who}`),
    daysAgo: 50,
    body: { kind: 'certificatesSaved', personId: demoId(who), certificates } satisfies BookEntryBody,
  })
  return [
    {
      id: demoId('company card'),
      daysAgo: 62,
      body: {
        kind: 'companySaved',
        company: {
          name: 'Tern & Alder Mechanical',
          address: '14 Weir Lane, Harrow Ford',
          phone: '555 0144',
          licences: ['Mechanical contractor 48-1127'],
          timeZone: 'America/Chicago',
          elevation: { value: 340, unit: 'ft' },
        },
      },
    },
    certified('lead', { kind: 'Refrigerant handling', number: 'RH-20418', until: day(400) }),
    certified('apprentice', { kind: 'Brazing', number: 'B-771', until: day(-20) }),
  ]
}

/** The book's entries, as the lead wrote them some months ago. */
export function demoBook(now: Date): { id: string; daysAgo: number; body: BookEntryBody }[] {
  const models = (Object.keys(demoModels) as DemoModel[]).map((model) => ({
    id: demoModelVersion(model),
    daysAgo: 60,
    body: { kind: 'modelSaved', modelId: demoModelId(model), label: demoModels[model] } satisfies BookEntryBody,
  }))
  const instruments = demoInstruments(now).map((instrument) => ({
    id: demoId(`saved ${instrument.id}`),
    daysAgo: 30,
    body: { kind: 'instrumentSaved', instrument } satisfies BookEntryBody,
  }))
  const forecast = {
    id: demoId('forecast orchard'),
    daysAgo: 0,
    body: {
      kind: 'forecastSet',
      jobId: demoId('orchard'),
      forecast: demoForecast(now),
      source: 'orchard-gate-10-days.csv',
    } satisfies BookEntryBody,
  }
  return [...company(now), ...models, ...instruments, forecast]
}
