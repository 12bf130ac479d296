import {
  customaryProfile,
  customarySpec,
  habitSpecs,
  readyProfiles,
  showText,
  toSi,
  type AnyQuantity,
  type HabitKey,
  type ProfileSpec,
  type UnitSystem,
} from '@zetesis/core'
import { habitWords } from './library'

const sources = {
  label: 'the label',
  commonRule: 'the common rule of two temperatures',
  typed: 'a value typed for the unit',
} as const satisfies Record<ProfileSpec['choices']['superheatOrder'][number], string>

const shown = (key: HabitKey, quantity: AnyQuantity, system: UnitSystem) => {
  const { dimension } = habitSpecs[key]
  return showText(dimension, toSi(dimension, quantity as never), system)
}

/** What a ready method does, and where it differs from the customary one, in plain words and its own figures; nothing for an unknown one. */
export function readyMethodWords(id: string, system: UnitSystem): string[] {
  const spec = readyProfiles.find((profile) => profile.id === id)
  if (!spec) return []
  const order = spec.choices.superheatOrder.map((source) => sources[source])
  const values = Object.entries(spec.values) as [HabitKey, NonNullable<ProfileSpec['values'][HabitKey]>][]
  return [
    ...(spec.note ? [spec.note] : []),
    `Target superheat from ${order.join(', or else ')}${order.length === 1 ? ' alone' : ''}.`,
    ...(spec.id === customarySpec.id ? ['The other two are told against this one.'] : []),
    ...values.map(
      ([key, { quantity }]) =>
        `${habitWords[key]}: ${shown(key, quantity, system)}, customary ${shown(key, customaryProfile[key].quantity, system)}.`,
    ),
  ]
}
