import { channelUnits, timeKinds, timeKindWords, type LogMapping } from '@zetesis/contract'
import type { TraceChannel } from '@zetesis/core'
import { useState } from 'react'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { PickOne } from '@/ui/PickOne'
import { Body } from '@/ui/Words'

/** How the file is read, to be corrected where the guess is wrong. */
export function MappingForm({ mapping, onChange }: { mapping: LogMapping; onChange: (mapping: LogMapping) => void }) {
  const [open, setOpen] = useState(mapping.channels.vacuum === undefined || (mapping.channels.vacuum.guessed ?? false))
  const columns = Array.from({ length: mapping.columns }, (_, i) => ({
    value: String(i),
    label: mapping.header?.[i] || `column ${i + 1}`,
  }))
  const none = { value: 'none', label: 'none' }
  const { vacuum } = mapping.channels
  const setColumn = (channel: TraceChannel, value: string | undefined) => {
    const channels = { ...mapping.channels }
    if (value === undefined || value === 'none') delete channels[channel]
    else channels[channel] = { column: Number(value), unit: channels[channel]?.unit ?? channelUnits[channel][0]! }
    onChange({ ...mapping, channels })
  }
  return (
    <Disclosure
      title="How it is read"
      summary={vacuum ? `vacuum in ${vacuum.unit}, ${timeKindWords[mapping.timeKind]}` : 'no pressure found'}
      open={open}
      onToggle={() => setOpen(!open)}
      testID="mapping"
    >
      {vacuum?.guessed ? (
        <Body color="$brass">{`The file doesn’t name its unit: ${vacuum.unit} fits the figures. Check it.`}</Body>
      ) : null}
      <PickOne
        label="Vacuum"
        options={[none, ...columns]}
        value={vacuum ? String(vacuum.column) : 'none'}
        onChange={(v) => setColumn('vacuum', v)}
        testID="map-vacuum"
      />
      {vacuum ? (
        <Choice
          label="in"
          options={channelUnits.vacuum.map((unit) => ({ value: unit, label: unit }))}
          value={vacuum.unit}
          onChange={(unit) =>
            unit && onChange({ ...mapping, channels: { ...mapping.channels, vacuum: { column: vacuum.column, unit } } })
          }
          testID="map-unit"
        />
      ) : null}
      <PickOne
        label="Time"
        options={[{ value: '-1', label: 'no time: row by row' }, ...columns]}
        value={String(mapping.timeColumn)}
        onChange={(v) =>
          onChange({
            ...mapping,
            timeColumn: Number(v ?? -1),
            timeKind:
              v === undefined || v === '-1' ? 'rows' : mapping.timeKind === 'rows' ? 'seconds' : mapping.timeKind,
          })
        }
        testID="map-time"
      />
      {mapping.timeColumn >= 0 ? (
        <Choice
          label="as"
          options={timeKinds.filter((k) => k !== 'rows').map((value) => ({ value, label: timeKindWords[value] }))}
          value={mapping.timeKind}
          onChange={(timeKind) => timeKind && onChange({ ...mapping, timeKind })}
          testID="map-time-kind"
        />
      ) : null}
      <PickOne
        label="Temperature at the pipe"
        options={[none, ...columns]}
        value={mapping.channels.ambient ? String(mapping.channels.ambient.column) : 'none'}
        onChange={(v) => setColumn('ambient', v)}
        testID="map-ambient"
      />
      {mapping.channels.ambient ? (
        <Choice
          label="in"
          options={channelUnits.ambient.map((unit) => ({ value: unit, label: unit }))}
          value={mapping.channels.ambient.unit}
          onChange={(unit) =>
            unit &&
            onChange({
              ...mapping,
              channels: { ...mapping.channels, ambient: { column: mapping.channels.ambient!.column, unit } },
            })
          }
          testID="map-ambient-unit"
        />
      ) : null}
      <Choice
        label="Decimal mark"
        options={[
          { value: '.', label: '1.5' },
          { value: ',', label: '1,5' },
        ]}
        value={mapping.decimal}
        onChange={(decimal) => decimal && onChange({ ...mapping, decimal })}
        testID="map-decimal"
      />
    </Disclosure>
  )
}
