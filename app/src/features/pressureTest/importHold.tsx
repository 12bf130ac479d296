import { pressureReason, holdStateWords } from '@zetesis/contract'
import {
  fromSi,
  judgeHeldReading,
  preferredUnit,
  showText,
  toSi,
  type Instrument,
  type Quantity,
  type UnitSystem,
} from '@zetesis/core'
import { YStack } from 'tamagui'
import type { ImportUse } from '@/recording/ImportCard'
import { MinutesField } from '@/recording/MinutesField'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Body, Soft } from '@/ui/Words'
import type { ImportPreview } from '@/workers/import.worker'

const HOLD_TERMS = { kind: 'hold' } as const

/** What the probe said where the file has no temperatures: typed, for the beginning and the end. */
export interface TypedAmbient {
  readonly ambient: QuantityText
  readonly ambientEnd: QuantityText
}

export interface HoldImport {
  readonly unit: UnitHandle
  readonly typed: TypedAmbient
  readonly change: (part: Partial<TypedAmbient>) => void
  readonly instruments: { readonly gauge?: Instrument; readonly ambient?: Instrument }
  readonly retestOf?: string
}

/** A recorded nitrogen hold brought in: raising and letting off are left out, temperatures typed where the file has none. */
export function useHoldImport({ unit, typed, change, instruments, retestOf }: HoldImport): ImportUse {
  const { system } = useSettings()
  const temperature = (field: QuantityText) => quantityInput('temperature', system, { required: true }).safeParse(field)
  const ends = ({ hold }: ImportPreview) => {
    if (!hold) return undefined
    const at = (end: typeof hold.start, field: QuantityText) => {
      const ambient = end.ambientK === undefined ? temperature(field).data : round('temperature', end.ambientK, system)
      return { gauge: round('gaugePressure', end.gaugePa, system), ambient }
    }
    return { ...hold, start: at(hold.start, typed.ambient), end: at(hold.end, typed.ambientEnd) }
  }
  return {
    terms: HOLD_TERMS,
    channels: ['testPressure', 'ambient'],
    hint: 'Any table of times and gauge pressures, with temperatures at the pipe if the logger took them.',
    usable: (preview) => preview.hold !== undefined,
    about: (preview, file) => {
      const { hold } = preview
      if (!hold) return <Body color="$oxide">There are no two readings of a hold in it. Check the gauge’s column.</Body>
      const unrecorded = hold.start.ambientK === undefined
      return (
        <YStack gap="$3">
          <MinutesField
            label="Held from, minutes from the first row"
            foundS={hold.fromS}
            none="from the top"
            hint="Empty: from the highest pressure on."
            onSay={(fromS) => file.say({ fromS })}
            testID="held-from"
          />
          <MinutesField
            label="Held until"
            foundS={hold.toS}
            none="to the end"
            hint="Empty: until it was let off, or the last row."
            onSay={(toS) => file.say({ toS })}
            testID="held-until"
          />
          {unrecorded ? (
            <>
              <Soft>No temperatures in it: without them a hold can’t be judged.</Soft>
              <QuantityField
                label="At the pipe when the hold began"
                dimension="temperature"
                value={typed.ambient}
                onChange={(ambient) => change({ ambient })}
                testID="hold-ambient"
              />
              <QuantityField
                label="At the pipe at its end"
                dimension="temperature"
                value={typed.ambientEnd}
                onChange={(ambientEnd) => change({ ambientEnd })}
                testID="hold-ambient-end"
              />
            </>
          ) : null}
          <HoldSoFar unit={unit} ends={ends(preview)} instruments={instruments} />
        </YStack>
      )
    },
    entries: (preview) => {
      const found = ends(preview)
      const { start, end } = found ?? {}
      if (!found || !start?.ambient || !end?.ambient)
        return { problem: 'Type the temperature at the pipe for the beginning and the end of the hold.' }
      const named = instruments.gauge || instruments.ambient ? { instruments } : {}
      const retest = retestOf ? { retestOf } : {}
      const { ambient } = start
      return [
        { body: { kind: 'testHeld', gauge: start.gauge, ambient, ...named, ...retest }, atS: found.fromS },
        { body: { kind: 'testRead', gauge: end.gauge, ambient: end.ambient }, atS: found.toS },
      ]
    },
  }
}

/** A measured value as a quantity in the person's units, to the digits that gauge and probe give. */
export function round<D extends 'gaugePressure' | 'temperature'>(dimension: D, si: number, system: UnitSystem) {
  const unit = preferredUnit(dimension, system)
  return { value: Math.round(fromSi(dimension, si, unit) * 100) / 100, unit } as Quantity<D>
}

interface End {
  readonly gauge: Quantity<'gaugePressure'>
  readonly ambient: Quantity<'temperature'> | undefined
}

/** What the hold in the file shows, before it is taken in. */
function HoldSoFar({
  unit: { view },
  ends,
  instruments,
}: {
  unit: UnitHandle
  ends: { fromS: number; toS: number; start: End; end: End } | undefined
  instruments: HoldImport['instruments']
}) {
  const { system } = useSettings()
  if (!ends) return null
  const { start, end, fromS, toS } = ends
  const range = `From ${showText('gaugePressure', toSi('gaugePressure', start.gauge), system)} to ${showText('gaugePressure', toSi('gaugePressure', end.gauge), system)}.`
  if (!start.ambient || !end.ambient) return <Body testID="import-verdict">{range}</Body>
  const judged = judgeHeldReading(
    { gauge: start.gauge, ambient: start.ambient, instruments },
    {
      gaugePa: toSi('gaugePressure', end.gauge),
      ambientK: toSi('temperature', end.ambient),
      durationS: toS - fromS,
    },
    { method: view.method, elevationM: view.elevationM, facts: view.facts },
  )
  const short = toS - fromS < view.pressureTest.holdS && judged.verdict !== 'out'
  return (
    <Body testID="import-verdict" fontWeight="700">
      {`${range} ${short ? 'Hold too short' : holdStateWords[judged.verdict]}: ${pressureReason(judged, system)}`}
    </Body>
  )
}
