import { channelUnits, recordedWords, timeKinds, timeKindWords, type LogMapping } from '@zetesis/contract'
import type { TraceChannel } from '@zetesis/core'
import { useState } from 'react'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { PickOne } from '@/ui/PickOne'
import { Body } from '@/ui/Words'

const none = { value: 'none', label: 'none' }

/** How the file is read, to be corrected where the guess is wrong. The first channel is what the file is opened for. */
export function MappingForm({
  mapping,
  channels,
  onChange,
}: {
  mapping: LogMapping
  channels: readonly [TraceChannel, ...TraceChannel[]]
  onChange: (mapping: LogMapping) => void
}) {
  const main = mapping.channels[channels[0]]
  const [open, setOpen] = useState(main === undefined || (main.guessed ?? false))
  const columns = Array.from({ length: mapping.columns }, (_, i) => ({
    value: String(i),
    label: mapping.header?.[i] || `column ${i + 1}`,
  }))
  const setTime = (value = '-1') => {
    const timeKind = value === '-1' ? 'rows' : mapping.timeKind === 'rows' ? 'seconds' : mapping.timeKind
    onChange({ ...mapping, timeColumn: Number(value), timeKind })
  }
  return (
    <Disclosure
      title="How it is read"
      summary={
        main
          ? `${recordedWords[channels[0]].toLowerCase()} in ${main.unit}, ${timeKindWords[mapping.timeKind]}`
          : 'no such column found'
      }
      open={open}
      onToggle={() => setOpen(!open)}
      testID="mapping"
    >
      {main?.guessed ? (
        <Body color="$brass">{`The file doesn’t name its unit: ${main.unit} fits the figures. Check it.`}</Body>
      ) : null}
      {channels.map((channel) => (
        <ChannelColumn key={channel} channel={channel} mapping={mapping} columns={columns} onChange={onChange} />
      ))}
      <PickOne
        label="Time"
        options={[{ value: '-1', label: 'no time: row by row' }, ...columns]}
        value={String(mapping.timeColumn)}
        onChange={setTime}
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

function ChannelColumn({
  channel,
  mapping,
  columns,
  onChange,
}: {
  channel: TraceChannel
  mapping: LogMapping
  columns: readonly { value: string; label: string }[]
  onChange: (mapping: LogMapping) => void
}) {
  const mine = mapping.channels[channel]
  const setColumn = (value: string | undefined) => {
    const channels = { ...mapping.channels }
    if (value === undefined || value === 'none') delete channels[channel]
    else channels[channel] = { column: Number(value), unit: mine?.unit ?? channelUnits[channel][0]! }
    onChange({ ...mapping, channels })
  }
  const setUnit = (unit: string | undefined) =>
    mine &&
    unit &&
    onChange({ ...mapping, channels: { ...mapping.channels, [channel]: { column: mine.column, unit } } })
  return (
    <>
      <PickOne
        label={recordedWords[channel]}
        options={[none, ...columns]}
        value={mine ? String(mine.column) : 'none'}
        onChange={setColumn}
        testID={`map-${channel}`}
      />
      {mine ? (
        <Choice
          label="in"
          options={channelUnits[channel].map((unit) => ({ value: unit, label: unit }))}
          value={mine.unit}
          onChange={setUnit}
          testID={`map-${channel}-unit`}
        />
      ) : null}
    </>
  )
}
