import { checkUpWords, oilWords, orientationWords, refusalWords } from '@zetesis/contract'
import {
  acrTubes,
  decayTerms,
  formatNumber,
  labelGives,
  oils,
  orientations,
  refrigerantInfo,
  showText,
  toSi,
  unitRefrigerants,
  type ConversionRefusal,
  type InstrumentClass,
  type MachineAge,
  type MethodProfile,
  type ModelLabel,
  type Quantity,
  type Refrigerant,
  type Work,
} from '@zetesis/core'
import { useWatch, type Control } from 'react-hook-form'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import type { Option } from '@/ui/Choice'
import { FormChoice } from '@/ui/FormChoice'
import { FormText } from '@/ui/FormText'
import { FormQuantity } from '@/ui/FormQuantity'
import { quantityInput } from '@/ui/quantityInput'
import { Heading, Soft } from '@/ui/Words'
import type { PrepareInput, PrepareOutput } from './form'

type PrepareControl = Control<PrepareInput, unknown, PrepareOutput>

const workOptions: Option<Work>[] = [
  { value: 'new', label: 'New' },
  { value: 'retrofit', label: 'Retrofit' },
  { value: 'conversion', label: 'Conversion' },
  { value: 'check', label: 'Check' },
]
const ages: Option<MachineAge>[] = [
  { value: 'recent', label: 'Built in the last 15 years' },
  { value: 'old', label: 'Older' },
]
const modes: Option<'coolingOnly' | 'heatPump'>[] = [
  { value: 'coolingOnly', label: 'Cooling only' },
  { value: 'heatPump', label: 'Heat pump' },
]
const meterings: Option<'fixedOrifice' | 'expansionValve'>[] = [
  { value: 'fixedOrifice', label: 'Piston' },
  { value: 'expansionValve', label: 'Expansion valve' },
]
const classes: Option<InstrumentClass>[] = [
  { value: 'digital', label: 'Digital' },
  { value: 'analog', label: 'Dial gauges' },
]
const sources: Option<'commonRule' | 'typed'>[] = [
  { value: 'commonRule', label: 'Common rule' },
  { value: 'typed', label: 'A figure I type' },
]
/** what a unit may hold, and what this one does */
const refrigerantOptions = (now?: Refrigerant): Option<Refrigerant>[] =>
  [...new Set([...unitRefrigerants, ...(now ? [now] : [])])].map((r) => ({
    value: r,
    label: `${r} · ${refrigerantInfo(r)!.safetyClass}`,
  }))
const oilOptions = oils.map((value) => ({ value, label: oilWords[value] }))
const orientationOptions = orientations.map((value) => ({ value, label: orientationWords[value] }))
const tubeOptions = acrTubes.map((t) => ({ value: t.name, label: `${t.name} in` }))

export function UnitCard({ control, label }: { control: PrepareControl; label: ModelLabel | undefined }) {
  return (
    <Card>
      <Heading>Unit</Heading>
      <FormText control={control} name="tag" label="Tag" />
      <FormText control={control} name="place" label="Place" />
      <FormText control={control} name="model" label="Outdoor model" />
      <FormText control={control} name="serial" label="Serial number" />
      <FormText
        control={control}
        name="indoorModel"
        label="Indoor unit"
        hint="Where the label’s figures depend on it."
      />
      {label?.sheets?.some((sheet) => sheet.stage) ? (
        <FormText control={control} name="stage" label="Stage it is judged at" hint="As the label names it." />
      ) : null}
      <FormChoice control={control} name="orientation" label="How the indoor coil lies" options={orientationOptions} />
    </Card>
  )
}

export function WorkCard({ control, refusal }: { control: PrepareControl; refusal: ConversionRefusal | undefined }) {
  const work = useWatch({ control, name: 'work' })
  const kind = <FormChoice control={control} name="work" label="Kind of work" options={workOptions} />
  const age = <FormChoice control={control} name="age" label="Outdoor unit" options={ages} />
  const mode = <FormChoice control={control} name="mode" label="Mode" options={modes} />
  const charged = <ChargedWith control={control} refusal={refusal} />
  // of a machine that runs, what a reading is judged by stands first
  if (work === 'check')
    return (
      <Card>
        <Heading>{checkUpWords.facts}</Heading>
        {charged}
        {mode}
        {age}
        {kind}
      </Card>
    )
  return (
    <Card>
      <Heading>Work</Heading>
      {kind}
      {work === 'retrofit' || work === 'conversion' ? age : null}
      {mode}
      {work === 'conversion' ? <BeforeConversion control={control} /> : null}
      {work === 'conversion' || work === 'retrofit' ? (
        <FormQuantity
          control={control}
          name="recovered"
          label="Weight recovered"
          dimension="mass"
          hint="It says how short the old charge was; an emptied system gets its whole charge anew."
        />
      ) : null}
      {charged}
    </Card>
  )
}

/** What is asked of a machine that is converted: what was in it, and what it may take. */
function BeforeConversion({ control }: { control: PrepareControl }) {
  const [oldRefrigerant, metering] = useWatch({ control, name: ['oldRefrigerant', 'metering'] })
  return (
    <>
      <FormChoice
        control={control}
        name="oldRefrigerant"
        label="Refrigerant that was in it"
        options={refrigerantOptions(oldRefrigerant ?? undefined)}
        many
      />
      <FormChoice
        control={control}
        name="oil"
        label="Oil in it"
        options={oilOptions}
        hint="Off the compressor’s plate. Not answered: what such equipment usually has."
      />
      <FormQuantity
        control={control}
        name="highSideDesign"
        label="High-side design pressure on the plate"
        dimension="gaugePressure"
        hint="The new refrigerant’s pressure on a hot day is held against it; without it, against the old one’s own."
      />
      {metering === 'fixedOrifice' ? (
        <FormQuantity
          control={control}
          name="oldBore"
          label="Bore of the orifice in it"
          dimension="bore"
          hint="Stamped on the piston, in thousandths of an inch: 59."
        />
      ) : null}
      <FormText
        control={control}
        name="lawNote"
        label="The law here"
        hint="In your words: what may be used, who may do it, what has to be reported."
      />
    </>
  )
}

/** Refrigerant and metering device: what every reading is judged by. */
function ChargedWith({ control, refusal }: { control: PrepareControl; refusal: ConversionRefusal | undefined }) {
  const [work, refrigerant] = useWatch({ control, name: ['work', 'refrigerant'] })
  return (
    <>
      <FormChoice
        control={control}
        name="refrigerant"
        label={work === 'conversion' ? 'New refrigerant' : 'Refrigerant'}
        options={refrigerantOptions(refrigerant ?? undefined)}
        many
        hint={work === 'conversion' ? 'Unknown yet? It is chosen under Refit, up to three side by side.' : undefined}
      />
      {refusal ? (
        <Banner metal="out" word="Stop" testID="refusal">
          {refusalWords[refusal]}
        </Banner>
      ) : null}
      <FormChoice
        control={control}
        name="metering"
        label="Metering device, seen at the indoor coil"
        options={meterings}

        hint="Look at the coil itself: a plate can be wrong."
      />
    </>
  )
}

export const ChargeField = ({ control, hint }: { control: PrepareControl; hint: string }) => (
  <FormQuantity control={control} name="labelCharge" label="Charge on the label" dimension="mass" hint={hint} />
)

/** @param without the label's charge, where that is asked for elsewhere */
export function LineCard({
  control,
  method,
  without = false,
}: {
  control: PrepareControl
  method: MethodProfile
  without?: boolean
}) {
  const { system } = useSettings()
  return (
    <Card>
      <Heading>Label and line set</Heading>
      {without ? null : <ChargeField control={control} hint="“5 lb 4 oz” is fine." />}
      <FormQuantity control={control} name="includedLength" label="Line length that charge covers" dimension="length" />
      <FormQuantity
        control={control}
        name="lineLength"
        label="Line length here"
        dimension="length"
        hint={`Over ${showText('length', method.longLineM.si, system)} the maker’s long-line guideline decides.`}
      />
      <FormChoice
        control={control}
        name="liquidLine"
        label="Liquid line, outside diameter"
        options={tubeOptions}

        many
      />
      <FormQuantity
        control={control}
        name="vapourLine"
        label="Vapour line, outside diameter"
        dimension="tube"
        hint="For the inside volume of the system; unknown: twice the liquid line."
      />
      <FormQuantity
        control={control}
        name="allowance"
        label="Label’s allowance per length"
        dimension="massPerLength"
        hint="None on the label? Leave it: it is computed from the tube."
      />
    </Card>
  )
}

/** What is asked for follows from the metering device. */
export function TargetCard({
  control,
  method,
  label,
}: {
  control: PrepareControl
  method: MethodProfile
  label: ModelLabel | undefined
}) {
  const { system } = useSettings()
  const [metering, source, typed] = useWatch({ control, name: ['metering', 'superheatSource', 'targetSubcooling'] })
  const target = quantityInput('temperatureDifference', system).safeParse(typed).data
  const targetK = target && toSi('temperatureDifference', target)
  const rare =
    targetK !== undefined &&
    (targetK < method.askAgainSubcoolingBelowK.si || targetK > method.askAgainSubcoolingAboveK.si)
  return (
    <Card>
      <Heading>Target</Heading>
      {metering === undefined ? <Soft>The metering device decides which target is asked for.</Soft> : null}
      {metering && label && labelGives(label, metering === 'expansionValve' ? 'subcooling' : 'superheat') ? (
        <Soft testID="target-from-label">{`Looked up in the label of ${label.name} at every reading. A figure below counts instead.`}</Soft>
      ) : null}
      {metering === 'expansionValve' ? (
        <>
          <FormQuantity
            control={control}
            name="targetSubcooling"
            label="Target subcooling from the label"
            dimension="temperatureDifference"
            hint={`There is no default. Under ${showText('temperatureDifference', method.askAgainSubcoolingBelowK.si, system)} or over ${showText('temperatureDifference', method.askAgainSubcoolingAboveK.si, system)}, read the label again.`}
          />
          {rare ? <Caution>Labels rarely ask for that much or that little subcooling: read it again.</Caution> : null}
          <FormQuantity
            control={control}
            name="subcoolingTolerance"
            label="Tolerance from the label"
            dimension="temperatureDifference"
            hint={`Empty: ±${showText('temperatureDifference', method.subcoolingToleranceK.si, system)} (${method.subcoolingToleranceK.source}).`}
          />
        </>
      ) : null}
      {metering === 'fixedOrifice' ? (
        <>
          <FormChoice
            control={control}
            name="superheatSource"
            label="Superheat target from"
            options={sources}

            hint="The rule moves with the weather; it is worked anew at every reading."
          />
          {source === 'typed' ? (
            <>
              <FormQuantity
                control={control}
                name="targetSuperheat"
                label="Target superheat"
                dimension="temperatureDifference"
              />
              <FormText control={control} name="targetSuperheatReason" label="Where it comes from" />
            </>
          ) : null}
          <FormQuantity
            control={control}
            name="superheatTolerance"
            label="Tolerance"
            dimension="temperatureDifference"
            hint={`Empty: ±${showText('temperatureDifference', method.superheatToleranceK.si, system)} (${method.superheatToleranceK.source}).`}
          />
        </>
      ) : null}
    </Card>
  )
}

export function SiteCard({
  control,
  method,
  jobElevation,
}: {
  control: PrepareControl
  method: MethodProfile
  jobElevation: Quantity<'elevation'> | undefined
}) {
  const { system } = useSettings()
  const work = useWatch({ control, name: 'work' })
  const terms = decayTerms({ work }, method)
  return (
    <Card>
      <Heading>Vacuum and site</Heading>
      <FormQuantity
        control={control}
        name="decayLimit"
        label="Decay limit"
        dimension="vacuum"
        hint={`Empty: ${showText('vacuum', terms.limitPa, system)} (${terms.limitSource}).`}
      />
      <FormQuantity
        control={control}
        name="decayHold"
        label="Decay hold"
        dimension="duration"
        hint={`Empty: ${formatNumber(terms.holdS / 60, 0)} min (${terms.holdSource}).`}
      />
      <FormChoice
        control={control}
        name="instrumentClass"
        label="Instruments that no reading names"
        options={classes}
        hint="What they count as in a verdict. Not answered: digital where they were read finer than a dial shows, else dials. Nothing counts as exact."
      />
      <FormQuantity
        control={control}
        name="elevation"
        label="Elevation"
        dimension="elevation"
        hint={
          jobElevation
            ? `Empty: the job’s, ${showText('elevation', toSi('elevation', jobElevation), system)}.`
            : undefined
        }
      />
    </Card>
  )
}
