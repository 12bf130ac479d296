import type { CircuitFacts, CircuitPart } from '@zetesis/core'
import type { Option } from '@/ui/Choice'

export type CircuitKey = keyof CircuitFacts
export interface CircuitQuestion {
  readonly key: CircuitKey
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
export const circuitQuestions: Partial<Record<CircuitPart, readonly CircuitQuestion[]>> = {
  indoorDevice: [
    {
      key: 'indoorDevice',
      label: 'What meters at the indoor coil',
      options: kinds,
      hint: 'A bulb on the suction pipe and a thin tube: thermostatic. A coil with a cable: electronic. A brass body with a nut and nothing on it: a piston.',
    },
    {
      key: 'throttlesOutdoors',
      label: 'In cooling it meters',
      options: yesNo('Outdoors: nothing here', 'Here'),
      hint: 'Both lines of the set cold and insulated: it meters outdoors.',
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
    {
      key: 'throttlesOutdoors',
      label: 'It meters',
      options: yesNo('In both modes', 'In heating only'),
      hint: 'Both: nothing meters indoors, and in cooling both lines of the set are cold, both to be insulated.',
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
  discharge: [
    {
      key: 'dischargePort',
      label: 'A port between compressor and reversing valve',
      options: yesNo('It has one', 'It has none'),
      hint: 'On the hot pipe that leaves the compressor. It carries high pressure in either mode: never a low-side gauge.',
    },
  ],
  extraLiquid: [
    { key: 'extraLiquidPort', label: 'Another port on the liquid line', options: yesNo('It has one', 'It has none') },
  ],
}

const flags: readonly CircuitKey[] = [
  'trueSuction',
  'extraLiquidPort',
  'throttlesOutdoors',
  'dischargePort',
  'accumulator',
]

/** An answer as the form shows it. */
export const answerOf = (value: CircuitFacts[CircuitKey]): string | undefined =>
  typeof value === 'boolean' ? (value ? 'yes' : 'no') : value

/** The circuit with one answer more, or without it. */
export function answered(circuit: CircuitFacts, key: CircuitKey, answer: string | undefined): CircuitFacts {
  const others = Object.entries(circuit).filter(([known]) => known !== key)
  const said = answer === undefined ? [] : [[key, flags.includes(key) ? answer === 'yes' : answer]]
  return Object.fromEntries([...others, ...said]) as CircuitFacts
}
