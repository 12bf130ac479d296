import {
  FORECAST_HOURS,
  returnFates,
  coldSchools,
  cylinderStates,
  deviceKinds,
  habitKeys,
  habitSpecs,
  instrumentKinds,
  jobStandings,
  logoLimits,
  orientations,
  portValveKinds,
  refrigerants,
  rights,
  roles,
  sheetShapes,
  superheatSources,
  unitTable,
  type Accuracy,
  type AnyQuantity,
  type BookEntry,
  type Certificate,
  type CircuitFacts,
  type ChargingSheet,
  type CompanyCard,
  type Cylinder,
  type Dimension,
  type HabitKey,
  type Instrument,
  type JobCard,
  type ModelLabel,
  type ProfileSpec,
  type Refrigerant,
  type RightsChanges,
} from '@zetesis/core'
import { z } from 'zod'
import { once, type Door } from './door'
import { text } from './text'

/** The schemas of what stands in the company's book; core's plain types, admitted or read back through a door. */

export const refrigerant = z.enum(refrigerants as [Refrigerant, ...Refrigerant[]])
const metering = z.enum(['fixedOrifice', 'expansionValve'])
const number = z.number().min(-1e6).max(1e6)
const unit = z.string().min(1).max(12)
/** rows that have names instead of values have no unit */
const axisUnit = z.string().max(12)
/** Charts on stickers are small; a hundred lines each way is more than any. */
const scale = z.strictObject({ unit: axisUnit, values: z.array(number).min(1).max(100) })
export const anyQuantity: z.ZodType<AnyQuantity> = z.strictObject({ value: z.number().min(-1e9).max(1e9), unit })
const inDimension = (dimension: Parameters<typeof unitTable>[0], q: AnyQuantity | undefined) =>
  q === undefined || Object.hasOwn(unitTable(dimension), q.unit)
/** What plates and eyes say of a machine's circuit. */
export const circuitFacts = z.strictObject({
  reversingValve: z.enum(['energisedToCool', 'energisedToHeat']).optional(),
  indoorDevice: z.enum(deviceKinds).optional(),
  outdoorDevice: z.enum(deviceKinds).optional(),
  outdoorDeviceAt: z.enum(['valve', 'coil']).optional(),
  liquidPort: z.enum(['lineSide', 'coilSide']).optional(),
  trueSuction: z.boolean().optional(),
  extraLiquidPort: z.boolean().optional(),
  throttlesOutdoors: z.boolean().optional(),
  dischargePort: z.boolean().optional(),
  accumulator: z.boolean().optional(),
  vapourValve: z.enum(portValveKinds).optional(),
  liquidValve: z.enum(portValveKinds).optional(),
}) satisfies z.ZodType<CircuitFacts>
export const habitKey = z.enum(habitKeys as [HabitKey, ...HabitKey[]])
/** A habit's value, in a unit of the right kind. */
export const habitQuantity = (key: HabitKey, q: AnyQuantity | undefined) => inDimension(habitSpecs[key].dimension, q)

const rightAnswer = z.enum(['yes', 'asks', 'no'])
export const RightsSchema = z.partialRecord(
  z.enum(roles),
  z.partialRecord(z.enum(rights), rightAnswer),
) satisfies z.ZodType<RightsChanges>

export const librarySchemas = once(({ quantity, id, instant, day, fits }: Door) => {
  const difference = quantity('temperatureDifference')
  const targetTable = z.strictObject({
    quantity: z.enum(['subcooling', 'superheat']),
    rows: z
      .array(
        z.strictObject({
          orientation: z.enum(orientations).optional(),
          indoor: text(120, 1).optional(),
          cooling: difference.optional(),
          heating: difference.optional(),
        }),
      )
      .min(1)
      .max(200),
  })

  const sheet: z.ZodType<ChargingSheet> = z.strictObject({
    shape: z.enum(sheetShapes),
    mode: z.enum(['cooling', 'heating']),
    indoor: text(120, 1).optional(),
    stage: text(40, 1).optional(),
    indoorAxis: z.enum(['wetBulb', 'dryBulb']).optional(),
    columns: scale,
    rows: scale,
    cells: z.strictObject({ unit, values: z.array(z.array(number.nullable()).max(100)).min(1).max(100) }),
    humidityLow: quantity('ratio').optional(),
    humidityHigh: quantity('ratio').optional(),
  })

  const ModelLabelSchema: z.ZodType<ModelLabel> = z.strictObject({
    name: text(120, 1),
    maker: text(120).optional(),
    refrigerant: refrigerant.optional(),
    metering: metering.optional(),
    mode: z.enum(['coolingOnly', 'heatPump']).optional(),
    circuit: circuitFacts.optional(),
    charge: quantity('mass').optional(),
    includedLength: quantity('length').optional(),
    allowances: z
      .array(z.strictObject({ tube: quantity('tube'), allowance: quantity('massPerLength') }))
      .max(20)
      .optional(),
    items: z
      .array(z.strictObject({ name: text(120), mass: quantity('mass') }))
      .max(20)
      .optional(),
    longLine: quantity('length').optional(),
    lowSideTest: quantity('gaugePressure').optional(),
    highSideTest: quantity('gaugePressure').optional(),
    lowSideDesign: quantity('gaugePressure').optional(),
    highSideDesign: quantity('gaugePressure').optional(),
    ratedVoltage: quantity('voltage').optional(),
    ratedAmps: quantity('current').optional(),
    capacitor: quantity('capacitance').optional(),
    airflow: quantity('airflow').optional(),
    maximumStatic: quantity('staticPressure').optional(),
    outdoorLow: quantity('temperature').optional(),
    outdoorHigh: quantity('temperature').optional(),
    indoorLow: quantity('temperature').optional(),
    indoorHigh: quantity('temperature').optional(),
    heatingSets: z.literal(true).optional(),
    dischargeOverOutdoor: difference.optional(),
    defrostLongest: quantity('duration').optional(),
    defrostCoil: quantity('temperature').optional(),
    subcoolingTolerance: difference.optional(),
    superheatTolerance: difference.optional(),
    tables: z.array(targetTable).max(20).optional(),
    sheets: z.array(sheet).max(40).optional(),
  })

  const accuracy: z.ZodType<Accuracy> = z
    .strictObject({
      dimension: z.enum([
        'gaugePressure',
        'temperature',
        'ratio',
        'vacuum',
        'mass',
        'staticPressure',
        'voltage',
        'current',
        'capacitance',
      ]),
      ofReading: quantity('ratio').optional(),
      ofFullScale: quantity('ratio').optional(),
      fullScale: anyQuantity.optional(),
      absolute: anyQuantity.optional(),
      resolution: anyQuantity.optional(),
      stated: z.enum(['rectangular', 'expanded']),
      k: z.number().min(-10).max(10).optional(),
    })
    .refine(
      (a) => {
        const spread = a.dimension === 'temperature' ? 'temperatureDifference' : a.dimension
        const sound = (dimension: Dimension, q: AnyQuantity | undefined) =>
          inDimension(dimension, q) && (q === undefined || fits(dimension, q))
        return sound(a.dimension, a.fullScale) && sound(spread, a.absolute) && sound(spread, a.resolution)
      },
      { error: 'An accuracy is in a unit of what it is the accuracy of, and of a size that can be.' },
    )

  const InstrumentSchema: z.ZodType<Instrument> = z.strictObject({
    id,
    name: text(80, 1),
    kind: z.enum(instrumentKinds as [Instrument['kind'], ...Instrument['kind'][]]),
    serial: text(80).optional(),
    accuracies: z.array(accuracy).max(6),
    checkedOn: day.optional(),
    dueOn: day.optional(),
    zeroedAt: instant.optional(),
  })

  const CylinderSchema: z.ZodType<Cylinder> = z.strictObject({
    id,
    name: text(40, 1),
    refrigerant: z.enum(refrigerants as [Refrigerant, ...Refrigerant[]]).optional(),
    state: z.enum(cylinderStates),
    tare: quantity('mass'),
    waterCapacity: quantity('mass').optional(),
    owner: text(80).optional(),
    testedOn: day.optional(),
    testDueOn: day.optional(),
  })

  const line = (most: number) => text(most, 1).optional()
  const JobCardSchema = z.strictObject({
    name: text(80, 1),
    place: line(200),
    customer: z.strictObject({ name: line(120), contact: line(200), papersFor: line(200) }).optional(),
    timeZone: z.string().min(1).max(60),
    elevation: quantity('elevation'),
    from: day.optional(),
    to: day.optional(),
    notes: line(2000),
    people: z
      .array(z.strictObject({ id, name: text(120, 1) }))
      .max(50)
      .readonly()
      .optional(),
  }) satisfies z.ZodType<JobCard>

  const CompanyCardSchema = z.strictObject({
    name: text(80, 1),
    address: line(300),
    phone: line(60),
    licences: z.array(text(80, 1)).max(12).optional(),
    logo: z
      .base64()
      .max(Math.ceil(logoLimits.bytes / 3) * 4)
      .optional(),
    timeZone: z.string().min(1).max(60).optional(),
    elevation: quantity('elevation').optional(),
  }) satisfies z.ZodType<CompanyCard>

  const CertificateSchema = z.strictObject({
    kind: text(80, 1),
    number: text(80, 1),
    until: day.optional(),
  }) satisfies z.ZodType<Certificate>

  const ProfileSchema: z.ZodType<ProfileSpec> = z.strictObject({
    id: z.string().min(1).max(60),
    name: text(60),
    note: text(400).optional(),
    values: z
      .partialRecord(habitKey, z.strictObject({ quantity: anyQuantity, source: text(300) }))
      .refine(
        (values) =>
          (Object.entries(values) as [HabitKey, { quantity: AnyQuantity }][]).every(([key, v]) =>
            habitQuantity(key, v.quantity),
          ),
        { error: 'A value is in a unit of the wrong kind.' },
      ),
    choices: z.strictObject({
      superheatOrder: z.array(z.enum(superheatSources)).max(3),
      splitSchool: z.enum(['humidity', 'fixed']),
      coldSchools: z.array(z.enum(coldSchools)).max(4),
      units: z.enum(['ip', 'si']),
    }),
  })

  const base = { v: z.literal(1), id, at: instant, writtenAt: instant }
  const BookEntrySchema: z.ZodType<BookEntry> = z.discriminatedUnion('kind', [
    z.strictObject({
      ...base,
      kind: z.literal('modelSaved'),
      modelId: id,
      label: ModelLabelSchema,
      replaces: id.optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('instrumentSaved'),
      instrument: InstrumentSchema,
      replaces: id.optional(),
    }),
    z.strictObject({ ...base, kind: z.literal('profileSaved'), profile: ProfileSchema, replaces: id.optional() }),
    z.strictObject({ ...base, kind: z.literal('cylinderSaved'), cylinder: CylinderSchema, replaces: id.optional() }),
    z.strictObject({
      ...base,
      kind: z.literal('cylinderMoved'),
      movement: z.enum(['purchased', 'returned', 'transferred', 'weighed']),
      cylinderId: id,
      toCylinderId: id.optional(),
      mass: quantity('mass'),
      fate: z.enum(returnFates).optional(),
      note: text(200).optional(),
      scale: InstrumentSchema.optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('companySaved'),
      company: CompanyCardSchema,
      replaces: id.optional(),
    }),
    z.strictObject({ ...base, kind: z.literal('rightsSet'), rights: RightsSchema }),
    z.strictObject({
      ...base,
      kind: z.literal('certificatesSaved'),
      personId: id,
      certificates: z.array(CertificateSchema).max(20),
    }),
    z.strictObject({ ...base, kind: z.literal('jobSaved'), jobId: id, job: JobCardSchema, replaces: id.optional() }),
    z.strictObject({ ...base, kind: z.literal('jobStands'), jobId: id, standing: z.enum(jobStandings) }),
    z.strictObject({ ...base, kind: z.literal('rowOrdered'), jobId: id, unitIds: z.array(id).max(5000) }),
    z.strictObject({
      ...base,
      kind: z.literal('forecastSet'),
      jobId: id,
      forecast: z.strictObject({
        start: instant,
        hourlyC: z.array(z.number().min(-80).max(65).nullable()).min(1).max(FORECAST_HOURS),
      }),
      source: text(200, 1),
    }),
    z.strictObject({ ...base, kind: z.literal('movementStruck'), strikes: id, reason: text(200, 1) }),
    z.strictObject({ ...base, kind: z.literal('zeroed'), instrumentIds: z.array(id).min(1).max(50) }),
    z.strictObject({
      ...base,
      kind: z.literal('retired'),
      what: z.enum(['model', 'instrument', 'profile', 'cylinder']),
      itemId: z.string().min(1).max(60),
    }),
    z.strictObject({ ...base, kind: z.literal('profileChosen'), profileId: z.string().min(1).max(60) }),
  ])
  return {
    CompanyCardSchema,
    CertificateSchema,
    JobCardSchema,
    ModelLabelSchema,
    InstrumentSchema,
    CylinderSchema,
    ProfileSchema,
    BookEntrySchema,
  }
})
