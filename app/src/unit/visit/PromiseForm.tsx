import { airWords, visitItemWords } from '@zetesis/contract'
import {
  conditionsWindow,
  fromSi,
  isFinal,
  itemAir,
  preferredUnit,
  showText,
  usualAir,
  visitItemKinds,
  isReason,
  type AirWindow,
  type EntryBody,
  type ItemAir,
  type MethodProfile,
  type Quantity,
  type UnitSystem,
  type UnitView,
  type VisitItem,
  type VisitItemKind,
} from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Several } from '@/ui/Several'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { isDay } from './day'

const edges = ['outdoorLow', 'outdoorHigh', 'indoorLow', 'indoorHigh'] as const
type Edge = (typeof edges)[number]
const edgeWords: Record<Edge, string> = {
  outdoorLow: 'Outdoors from',
  outdoorHigh: 'Outdoors up to',
  indoorLow: 'Indoors from',
  indoorHigh: 'Indoors up to',
}

type AirDraft = { readonly [E in Edge]?: QuantityText }
interface Draft {
  reason: string
  by: string
  contact: string
  who: string
  other: string
  /** what is to do; as the unit stands, where nobody chose */
  items: readonly VisitItemKind[] | null
  air: { readonly [K in VisitItemKind]?: AirDraft }
}
const empty: Draft = { reason: '', by: '', contact: '', who: '', other: '', items: null, air: {} }

/** What a unit still needs another day for, as far as its record tells. */
export function leftToDo({ visit, bothModes, reading }: UnitView): readonly VisitItemKind[] {
  const open = visit?.items.filter(({ state }) => state === 'open').map(({ item }) => item.what)
  if (open && open.length > 0) return [...new Set(open)]
  const final = reading !== undefined && isFinal(reading)
  return [...(final ? [] : (['charge'] as const)), ...(bothModes?.open ?? [])]
}

/** What somebody comes back for, in which weather, until when: each item with the air that the method asks for, or that is typed. */
export function PromiseForm({
  unit,
  outdoorK,
  word,
  onDone,
}: {
  unit: UnitHandle
  /** today's air: where that is the reason it is written already */
  outdoorK?: number
  word: string
  onDone: () => void
}) {
  const { view } = unit
  const { system } = useSettings()
  const form = useEntryForm<Draft>(unit, 'returnVisit', empty)
  const [airOpen, setAirOpen] = useState<VisitItemKind>()
  const { draft, problems, change } = form
  const chosen = draft.items ?? leftToDo(view)
  const kinds = visitItemKinds.filter((kind) => view.bothModes !== undefined || kind === 'charge' || kind === 'other')
  const reason = draft.reason.trim() || reasonFor(outdoorK, view.method, system)
  // a promise in another's place begins with what that one said
  const { contact: contactBefore = '', who: whoBefore = '' } = view.visit?.open ? view.visit.promise.entry : {}
  const before = (what: VisitItemKind) =>
    view.visit?.items.find(({ item, state }) => state === 'open' && item.what === what)?.item
  const usualOf = (what: VisitItemKind): Usual => {
    const item = before(what)
    return item ? { air: itemAir(item), by: 'as before' } : { air: usualAir(what, view.method), by: 'the method’s' }
  }
  const other = draft.other.trim() || (before('other')?.words ?? '')
  /** an item as it is promised; undefined, with the problem said, where something typed can't be read */
  const itemOf = (what: VisitItemKind): VisitItem | undefined => {
    const usual = usualOf(what).air
    const air: Record<string, unknown> = {}
    for (const edge of edges) {
      const parsed = quantityInput('temperature', system).safeParse(draft.air[what]?.[edge] ?? { text: '' })
      if (!parsed.success) {
        setAirOpen(what)
        form.fail({
          air: `${visitItemWords[what]}, ${edgeWords[edge].toLowerCase()}: ${parsed.error.issues[0]?.message}`,
        })
        return undefined
      }
      const quantity = (parsed.data as Quantity<'temperature'> | undefined) ?? usualEdge(usual, edge, system)
      if (quantity) air[edge] = quantity
    }
    return { what, ...(what === 'other' ? { words: other } : {}), ...(air as AirWindow) }
  }
  const log = () => {
    const by = draft.by.trim()
    if (by !== '' && !isDay(by)) return void form.fail({ by: 'Type the date as 2026-07-14, or leave it empty.' })
    if (chosen.length === 0) return void form.fail({ items: 'Choose at least one thing to do.' })
    if (chosen.includes('other') && !isReason(other)) return void form.fail({ other: 'Write what else is to do.' })
    const items: VisitItem[] = []
    for (const what of visitItemKinds.filter((kind) => chosen.includes(kind))) {
      const item = itemOf(what)
      if (!item) return
      items.push(item)
    }
    if (!isReason(reason)) return void form.fail({ reason: 'Write why: it stays on the record and in the papers.' })
    const [contact, who] = [draft.contact.trim() || contactBefore, draft.who.trim() || whoBefore]
    const body: EntryBody = {
      kind: 'returnVisit',
      reason,
      items,
      ...(by ? { by } : {}),
      ...(contact ? { contact } : {}),
      ...(who ? { who } : {}),
    }
    if (!form.log(body, 'reason')) return
    form.done()
    onDone()
  }
  return (
    <YStack gap="$3">
      <TextField
        label="Why"
        value={draft.reason}
        onChange={(value) => change({ reason: value })}
        problem={problems.reason}
        hint={reason ? `Empty: ${reason}` : undefined}
        long
        testID="visit-reason"
      />
      <Several
        label="What is left to do"
        options={kinds.map((value) => ({ value, label: visitItemWords[value] }))}
        values={chosen}
        onChange={(items) => change({ items })}
        testID="visit-item"
      />
      {problems.items ? <Body color="$oxide">{problems.items}</Body> : null}
      {chosen.includes('other') ? (
        <TextField
          label="What else"
          value={draft.other}
          onChange={(other) => change({ other })}
          problem={problems.other}
          hint={emptyIs(before('other')?.words)}
          testID="visit-other"
        />
      ) : null}
      {visitItemKinds
        .filter((kind) => chosen.includes(kind))
        .map((kind) => (
          <Disclosure
            key={kind}
            title={`Weather: ${visitItemWords[kind].toLowerCase()}`}
            summary={summaryOf(draft.air[kind], usualOf(kind).air, system)}
            open={airOpen === kind}
            onToggle={() => setAirOpen(airOpen === kind ? undefined : kind)}
            testID={`visit-air-${kind}`}
          >
            {edges.map((edge) => (
              <QuantityField
                key={edge}
                label={edgeWords[edge]}
                dimension="temperature"
                value={draft.air[kind]?.[edge] ?? { text: '' }}
                onChange={(value) => change({ air: { ...draft.air, [kind]: { ...draft.air[kind], [edge]: value } } })}
                hint={hintOf(usualOf(kind), edge, system)}
                testID={`visit-${kind}-${edge}`}
              />
            ))}
          </Disclosure>
        ))}
      {problems.air ? <Body color="$oxide">{problems.air}</Body> : null}
      <TextField
        label="Latest date"
        value={draft.by}
        onChange={(by) => change({ by })}
        problem={problems.by}
        placeholder="2026-07-14"
        testID="visit-by"
      />
      <TextField
        label="Whom to call before"
        value={draft.contact}
        onChange={(contact) => change({ contact })}
        hint={emptyIs(contactBefore)}
        testID="visit-contact"
      />
      <TextField
        label="Who comes"
        value={draft.who}
        onChange={(who) => change({ who })}
        hint={emptyIs(whoBefore)}
        testID="visit-who"
      />
      <Soft>It passes start-up. Each thing stays open until a reading or a look closes it.</Soft>
      {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
      <Press testID="log-visit" onPress={log}>
        {word}
      </Press>
    </YStack>
  )
}

function usualEdge(usual: ItemAir, edge: Edge, system: UnitSystem): Quantity<'temperature'> | undefined {
  const k = usual[`${edge}K`]
  if (k === undefined) return undefined
  const unit = preferredUnit('temperature', system)
  return { value: Math.round(fromSi('temperature', k, unit) * 10) / 10, unit }
}

/** What an empty field stands for, and whose it is. */
interface Usual {
  readonly air: ItemAir
  readonly by: string
}
const emptyIs = (before: string | undefined) => (before ? `Empty: ${before}` : undefined)

function hintOf({ air, by }: Usual, edge: Edge, system: UnitSystem): string {
  const usual = usualEdge(air, edge, system)
  return usual ? `Empty: ${usual.value} ${usual.unit}, ${by}.` : 'Empty: any.'
}

/** The air as it would be promised now, in a line. */
function summaryOf(air: AirDraft | undefined, usual: ItemAir, system: UnitSystem): string {
  const window = Object.fromEntries(
    edges.map((edge) => [
      edge,
      quantityInput('temperature', system).safeParse(air?.[edge] ?? { text: '' }).data ??
        usualEdge(usual, edge, system),
    ]),
  ) as AirWindow
  return airWords(window) ?? 'any'
}

/** Where the weather itself is the reason it is written for her. */
function reasonFor(outdoorK: number | undefined, method: MethodProfile, system: UnitSystem): string {
  if (outdoorK === undefined) return ''
  const t = showText('temperature', outdoorK, system)
  const { outdoor } = conditionsWindow({ outdoorK }, method)
  if (outdoor === 'tooCold') return `${t} outdoors: too cold to judge the charge. Weighed in only.`
  return outdoor === 'tooHot' ? `${t} outdoors: too hot to judge the charge. Weighed in only.` : ''
}
