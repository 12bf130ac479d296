import { entryProblemWords } from '@zetesis/contract'
import type { CircuitFacts, CircuitPart } from '@zetesis/core'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Choice, type Option } from '@/ui/Choice'
import { Body, Heading, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'
import { partWords } from './words'

type Key = keyof CircuitFacts
interface Question {
  readonly key: Key
  readonly label: string
  readonly options: readonly Option<string>[]
  readonly hint?: string
}
const kinds = [
  { value: 'piston', label: 'Piston' },
  { value: 'thermostatic', label: 'Thermostatic valve' },
  { value: 'electronic', label: 'Electronic valve' },
]
const yesNo = (yes: string, no: string) => [
  { value: 'yes', label: yes },
  { value: 'no', label: no },
]
const portValves = [
  { value: 'twoPosition', label: 'A core in the side port' },
  { value: 'threePosition', label: 'No core, three positions' },
]
const threeHint =
  'Without a core the stem is cracked with its wrench for a reading, and closed again after. With one, the stem’s cap stays on.'

/** What can be seen at each part, asked where it is tapped. */
const questions: Partial<Record<CircuitPart, readonly Question[]>> = {
  indoorDevice: [
    {
      key: 'indoorDevice',
      label: 'What meters at the indoor coil',
      options: kinds,
      hint: 'A bulb on the suction pipe and a thin tube: thermostatic. A coil with a cable: electronic. A brass body with a nut and nothing on it: a piston.',
    },
  ],
  outdoorDevice: [
    {
      key: 'outdoorDevice',
      label: 'What meters at the outdoor coil',
      options: kinds,
      hint: 'A bulb and a thin tube: thermostatic. A coil with a cable: electronic. A brass body with a nut: a piston.',
    },
    {
      key: 'outdoorDeviceAt',
      label: 'Where it sits',
      options: [
        { value: 'valve', label: 'In the small valve’s body' },
        { value: 'coil', label: 'At the coil, inside the unit' },
      ],
    },
  ],
  reversingValve: [
    {
      key: 'reversingValve',
      label: 'Its coil is energised',
      options: [
        { value: 'energisedToCool', label: 'in cooling' },
        { value: 'energisedToHeat', label: 'in heating' },
      ],
    },
    { key: 'accumulator', label: 'Accumulator before the compressor', options: yesNo('Yes', 'No') },
  ],
  liquid: [
    {
      key: 'liquidPort',
      label: 'The port lies',
      options: [
        { value: 'lineSide', label: 'between line and device' },
        { value: 'coilSide', label: 'between device and coil' },
      ],
      hint: 'Follow the pipe from the port: does it reach the line set, or the coil, without passing the metering device?',
    },
    { key: 'liquidValve', label: 'The small service valve has', options: portValves, hint: threeHint },
  ],
  vapour: [{ key: 'vapourValve', label: 'The large service valve has', options: portValves, hint: threeHint }],
  trueSuction: [
    {
      key: 'trueSuction',
      label: 'A port between reversing valve and compressor',
      options: yesNo('It has one', 'It has none'),
      hint: 'Often a small port on the pipe beside the accumulator, inside the case.',
    },
  ],
  extraLiquid: [
    { key: 'extraLiquidPort', label: 'Another port on the liquid line', options: yesNo('It has one', 'It has none') },
  ],
}

const flags: readonly Key[] = ['trueSuction', 'extraLiquidPort', 'accumulator']

/** What somebody sees at the part that they tapped: answered by a tap, in the log at once. */
export function PartCard({ unit, part }: { unit: UnitHandle; part: CircuitPart }) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const { facts, heatPump, sealed } = unit.view
  const asked = questions[part] ?? []
  if (asked.length === 0 || sealed) return null
  const say = (key: Key, text: string | undefined) => {
    const { [key]: _, ...others } = facts.circuit ?? {}
    const value = text === undefined ? undefined : flags.includes(key) ? text === 'yes' : text
    const circuit = (value === undefined ? others : { ...others, [key]: value }) as CircuitFacts
    const [first] = unit.append({ kind: 'facts', facts: { circuit } })
    setProblem(first && entryProblemWords(first, system))
  }
  return (
    <Card testID="part-card">
      <Heading>{partWords[part]}</Heading>
      {asked.map(({ key, label, options, hint }) => {
        const known = heatPump.known[key]
        return (
          <Choice
            key={key}
            label={label}
            options={options}
            value={known === undefined ? undefined : typeof known === 'boolean' ? (known ? 'yes' : 'no') : known}
            onChange={(value) => say(key, value)}
            testID={`say-${key}`}
            {...(hint ? { hint } : {})}
          />
        )
      })}
      {problem ? (
        <Body color="$oxide" testID="part-refused">
          {problem}
        </Body>
      ) : null}
      {unit.view.label?.circuit ? <Soft>What isn’t said here comes from the model’s label.</Soft> : null}
    </Card>
  )
}
