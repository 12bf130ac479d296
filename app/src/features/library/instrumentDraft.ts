import { instrumentProblemWords } from '@zetesis/contract'
import {
  checkInstrument,
  instrumentDimensions,
  spreadDimension,
  type Accuracy,
  type Dimension,
  type Instrument,
  type InstrumentKind,
  type UnitSystem,
} from '@zetesis/core'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import type { QuantityText } from '@/ui/QuantityField'
import type { Problems } from './modelDraft'

export interface AccuracyDraft {
  readonly ofReading: QuantityText
  readonly ofFullScale: QuantityText
  readonly fullScale: QuantityText
  readonly absolute: QuantityText
  readonly resolution: QuantityText
  readonly stated: Accuracy['stated']
  readonly k: string
}
export interface InstrumentDraft {
  name: string
  kind?: InstrumentKind
  serial: string
  checkedOn: string
  dueOn: string
  accuracies: { [D in Dimension]?: AccuracyDraft }
}

const blank: QuantityText = { text: '' }
export const emptyAccuracy: AccuracyDraft = {
  ofReading: blank,
  ofFullScale: blank,
  fullScale: blank,
  absolute: blank,
  resolution: blank,
  stated: 'rectangular',
  k: '',
}

export function instrumentDraft(instrument: Instrument | undefined): InstrumentDraft {
  const accuracies: { [D in Dimension]?: AccuracyDraft } = {}
  for (const a of instrument?.accuracies ?? []) {
    accuracies[a.dimension] = {
      ofReading: quantityText(a.ofReading),
      ofFullScale: quantityText(a.ofFullScale),
      fullScale: quantityText(a.fullScale),
      absolute: quantityText(a.absolute),
      resolution: quantityText(a.resolution),
      stated: a.stated,
      k: a.k === undefined ? '' : String(a.k),
    }
  }
  return {
    name: instrument?.name ?? '',
    kind: instrument?.kind,
    serial: instrument?.serial ?? '',
    checkedOn: instrument?.checkedOn ?? '',
    dueOn: instrument?.dueOn ?? '',
    accuracies,
  }
}

/** A date as 2026-07-14; also 14.7.2026 and 7/14/2026, which can't be mistaken for each other by their marks. */
export function readDate(text: string): string | undefined {
  const clean = text.trim()
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(clean)
  const dots = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(clean)
  const slashes = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(clean)
  const [year, month, day] = iso
    ? [iso[1], iso[2], iso[3]]
    : dots
      ? [dots[3], dots[2], dots[1]]
      : slashes
        ? [slashes[3], slashes[1], slashes[2]]
        : []
  if (!year || !month || !day) return undefined
  const date = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
  const real = new Date(`${date}T00:00:00.000Z`)
  return Number.isNaN(real.getTime()) || real.toISOString().slice(0, 10) !== date ? undefined : date
}

/** The instrument that a form holds, or everything that keeps it from being one. */
export function readInstrument(
  draft: InstrumentDraft,
  id: string,
  system: UnitSystem,
  zeroedAt: string | undefined,
): { ok: true; instrument: Instrument } | { ok: false; problems: Problems } {
  const problems: Record<string, string> = {}
  const read = (dimension: Dimension, value: QuantityText, path: string) => {
    const parsed = quantityInput(dimension, system).safeParse(value)
    if (!parsed.success) problems[path] = parsed.error.issues[0]!.message
    return parsed.data
  }
  const date = (text: string, path: string) => {
    if (text.trim() === '') return undefined
    const found = readDate(text)
    if (!found) problems[path] = 'Type the date as 2026-07-14.'
    return found
  }
  if (!draft.kind) return { ok: false, problems: { kind: 'Choose what it is.' } }
  const dimensions: readonly Dimension[] = instrumentDimensions[draft.kind]
  const accuracies = dimensions.flatMap((dimension): Accuracy[] => {
    const a = draft.accuracies[dimension]
    if (!a) return []
    const path = `accuracies.${dimension}`
    const spread = spreadDimension(dimension)
    const parts = {
      ofReading: read('ratio', a.ofReading, `${path}.ofReading`) as Accuracy['ofReading'],
      ofFullScale: read('ratio', a.ofFullScale, `${path}.ofFullScale`) as Accuracy['ofFullScale'],
      fullScale: read(dimension, a.fullScale, `${path}.fullScale`),
      absolute: read(spread, a.absolute, `${path}.absolute`),
      resolution: read(spread, a.resolution, `${path}.resolution`),
    }
    const known = Object.entries(parts).filter(([, v]) => v !== undefined)
    if (known.length === 0) return []
    const k = a.stated === 'expanded' && a.k.trim() !== '' ? Number(a.k.replace(',', '.')) : undefined
    if (k !== undefined && !(k > 0)) problems[`${path}.k`] = 'A coverage factor is more than zero, usually 2.'
    return [{ dimension, stated: a.stated, ...Object.fromEntries(known), ...(k ? { k } : {}) }]
  })
  const checkedOn = date(draft.checkedOn, 'checkedOn')
  const dueOn = date(draft.dueOn, 'dueOn')
  const instrument: Instrument = {
    id,
    name: draft.name.trim(),
    kind: draft.kind,
    accuracies,
    ...(draft.serial.trim() ? { serial: draft.serial.trim() } : {}),
    ...(checkedOn ? { checkedOn } : {}),
    ...(dueOn ? { dueOn } : {}),
    ...(zeroedAt ? { zeroedAt } : {}),
  }
  for (const problem of checkInstrument(instrument)) {
    // the form shows accuracies by what they measure, the check by their place
    const path = problem.path.replace(
      /^accuracies\.(\d+)/,
      (_, i: string) => `accuracies.${accuracies[Number(i)]!.dimension}`,
    )
    problems[path] ??= instrumentProblemWords(problem)
  }
  return Object.keys(problems).length > 0 ? { ok: false, problems } : { ok: true, instrument }
}
