import { noTargetWords } from '@zetesis/contract'
import {
  atmosphericPressurePa,
  chargeMethod,
  chartFamilyScene,
  fromSi,
  labelHabits,
  labelTarget,
  overlay,
  relativeHumidity,
  ruleMapScene,
  show,
  showText,
  targetSuperheat,
  wetBulbK,
  type LabelTarget,
  type Metering,
  type MethodProfile,
  type ModelLabel,
  type UnitSystem,
} from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useSettings } from '@/settings/settings'
import { useBook, useCompanyMethod } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Choice } from '@/ui/Choice'
import { PickOne } from '@/ui/PickOne'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Soft } from '@/ui/Words'
import { Answer } from './Answer'
import { DropInto } from './DropInto'
import { readField } from './read'
import { useKept } from './useKept'

const RULE = 'rule'
const empty: QuantityText = { text: '' }
interface Kept {
  metering?: Metering
  source: string
  outdoor: QuantityText
  wetBulb: QuantityText
  dryBulb: QuantityText
  humidity: QuantityText
}

/** Target superheat for a piston by the common rule or a model's chart, with a map of where today stands. */
export function TargetTool({ elevationM }: { elevationM: number }) {
  const { system } = useSettings()
  const { book } = useBook()
  const profile = useCompanyMethod()
  const [kept, change] = useKept<Kept>('target', {
    metering: 'fixedOrifice',
    source: RULE,
    outdoor: empty,
    wetBulb: empty,
    dryBulb: empty,
    humidity: empty,
  })
  const method = chargeMethod({ metering: kept.metering, asked: 'superheat' })
  const models = book.models.filter((m) => m.value.sheets?.some((s) => s.shape === 'superheatGrid'))
  const label = models.find((m) => m.id === kept.source)?.value
  const outdoor = readField('temperature', kept.outdoor, system)
  const wet = readField('temperature', kept.wetBulb, system)
  const dry = readField('temperature', kept.dryBulb, system)
  const humidity = readField('ratio', kept.humidity, system)
  const pressurePa = atmosphericPressurePa(elevationM)
  const computedWetK =
    dry.si !== undefined && humidity.si !== undefined
      ? wetBulbK({ dryBulbK: dry.si, relativeHumidity: humidity.si, pressurePa })
      : undefined
  const wetK = wet.si ?? computedWetK
  const moistK =
    humidity.si ??
    (dry.si !== undefined && wet.si !== undefined
      ? relativeHumidity({ dryBulbK: dry.si, wetBulbK: wet.si, pressurePa })
      : undefined)
  const place = { outdoorK: outdoor.si, wetBulbK: wetK, dryBulbK: dry.si, humidity: moistK }
  const found = label
    ? (labelTarget(label, { quantity: 'superheat', mode: 'cooling', ...place }, profile) ?? undefined)
    : byRule(place, profile)
  const field = (name: 'outdoor' | 'wetBulb' | 'dryBulb' | 'humidity', text: string, problem?: string) => (
    <YStack flexGrow={1} flexBasis={130}>
      <QuantityField
        label={text}
        dimension={name === 'humidity' ? 'ratio' : 'temperature'}
        value={kept[name]}
        onChange={(next) => change({ [name]: next })}
        problem={problem}
        testID={`tool-${name}`}
      />
    </YStack>
  )
  return (
    <YStack gap="$4">
      <Choice
        label="Metering device"
        options={[
          { value: 'fixedOrifice', label: 'Piston' },
          { value: 'expansionValve', label: 'Expansion valve' },
        ]}
        value={kept.metering}
        onChange={(metering) => change({ metering })}
        testID="tool-metering"
      />
      {method.ok ? (
        <>
          <PickOne
            label="Target from"
            options={[
              { value: RULE, label: 'Common rule' },
              ...models.map((m) => ({ value: m.id, label: m.value.name })),
            ]}
            value={label ? kept.source : RULE}
            onChange={(source) => change({ source: source ?? RULE })}
            testID="tool-source"
          />
          <XStack flexWrap="wrap" gap="$3">
            {field('outdoor', 'Outdoors', outdoor.problem)}
            {field('wetBulb', 'Return wet bulb', wet.problem)}
            {field('dryBulb', 'Return dry bulb', dry.problem)}
            {field('humidity', 'or humidity', humidity.problem)}
          </XStack>
          <Result found={found} label={label} place={place} />
        </>
      ) : (
        <Banner metal="none" word="No target" testID="target-refused">
          {noTargetWords(method.reason, system, profile)}
        </Banner>
      )}
    </YStack>
  )
}

function byRule({ outdoorK, wetBulbK: indoorWetBulbK, dryBulbK }: Place, profile: MethodProfile) {
  if (indoorWetBulbK === undefined) return { ok: false as const, reason: 'needsWetBulb' as const }
  if (outdoorK === undefined) return { ok: false as const, reason: 'needsOutdoor' as const }
  return targetSuperheat({ outdoorDryBulbK: outdoorK, indoorWetBulbK, indoorDryBulbK: dryBulbK }, profile)
}

interface Place {
  readonly outdoorK?: number
  readonly wetBulbK?: number
  readonly dryBulbK?: number
}

function Result({
  found,
  label,
  place,
}: {
  found: ReturnType<typeof byRule> | LabelTarget | undefined
  label?: ModelLabel
  place: Place
}) {
  const { system } = useSettings()
  const profile = useCompanyMethod()
  const source = label ? `${label.name}’s chart` : 'the common rule'
  return (
    <>
      {found?.ok ? (
        <Answer
          title="Target superheat"
          {...show('temperatureDifference', found.targetK, system)}
          note={`By ${source}; in within ±${showText('temperatureDifference', overlay(profile, labelHabits(label)).superheatToleranceK.si, system)}.`}
          testID="tool-target"
        />
      ) : (
        <Banner metal="none" word="No target" testID="target-refused">
          {found
            ? noTargetWords(found.reason, system, profile)
            : 'This model’s label has no superheat chart for cooling.'}
        </Banner>
      )}
      <Picture label={label} found={found} place={place} />
      <DropInto
        body={
          found?.ok && place.outdoorK !== undefined
            ? {
                kind: 'note',
                text: `Target superheat ${showText('temperatureDifference', found.targetK, system)} by ${source} at ${showText('temperature', place.outdoorK, system)} outdoors${place.wetBulbK === undefined ? '' : `, ${showText('temperature', place.wetBulbK, system)} return wet bulb`}.`,
              }
            : undefined
        }
      />
    </>
  )
}

function Picture({
  label,
  found,
  place,
}: {
  label?: ModelLabel
  found: ReturnType<typeof byRule> | LabelTarget | undefined
  place: Place
}) {
  const { system } = useSettings()
  const profile = useCompanyMethod()
  if (!label) {
    const here =
      place.outdoorK !== undefined && place.wetBulbK !== undefined
        ? { outdoorK: place.outdoorK, wetBulbK: place.wetBulbK }
        : undefined
    const scene = ruleMapScene({ here, profile, system, width: 358, height: 240 })
    return (
      <YStack gap="$1" width="100%" maxWidth={480}>
        <SceneView
          scene={scene}
          label="Where the common rule gives a target, and where today stands"
          testID="rule-map"
        />
        <Soft>
          Outdoors across, return wet bulb up. Outside the filled part the rule says nothing; the lines are targets.
        </Soft>
      </YStack>
    )
  }
  return <ChartPicture label={label} found={found} place={place} system={system} />
}

function ChartPicture({
  label,
  found,
  place,
  system,
}: {
  label: ModelLabel
  found: ReturnType<typeof byRule> | LabelTarget | undefined
  place: Place
  system: UnitSystem
}) {
  const index =
    found && 'used' in found && found.used.kind === 'sheet'
      ? found.used.sheet
      : label.sheets?.findIndex((s) => s.shape === 'superheatGrid')
  const sheet = label.sheets?.[index ?? -1]
  if (!sheet) return null
  const here =
    found?.ok && place.outdoorK !== undefined
      ? {
          x: fromSi('temperature', place.outdoorK, sheet.columns.unit as '°F'),
          value: fromSi('temperatureDifference', found.targetK, sheet.cells.unit as '°F'),
        }
      : undefined
  const scene = chartFamilyScene({
    grid: { x: sheet.columns.values, y: sheet.rows.values, cells: sheet.cells.values },
    rowNames: sheet.rows.values.map(String),
    odd: [],
    here,
    columnUnit: sheet.columns.unit,
    cellUnit: sheet.cells.unit,
    width: 358,
    height: 240,
  })
  if (!scene) return null
  const indoor = sheet.indoorAxis === 'dryBulb' ? 'dry bulb' : 'wet bulb'
  return (
    <YStack gap="$1" width="100%" maxWidth={480}>
      <SceneView
        scene={scene}
        label={`${label.name}: target superheat by outdoors and return ${indoor}`}
        testID="label-map"
      />
      <Soft>{`Outdoors across; each curve is a return ${indoor}${system === 'si' ? ' as on the label' : ''}.`}</Soft>
    </YStack>
  )
}
