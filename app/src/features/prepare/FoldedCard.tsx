import { prepareFoldWords, valueWords } from '@zetesis/contract'
import type { MissingFact, UnitFacts } from '@zetesis/core'
import type { ReactNode } from 'react'
import { Folded } from '@/ui/Folded'

type CardName = keyof typeof prepareFoldWords

/** what of a card is asked for; a metering device decides which target is */
const asked: Record<CardName, readonly MissingFact[]> = {
  unit: ['orientation', 'indoorModel'],
  work: ['work', 'mode', 'refrigerant', 'oldRefrigerant', 'recovered', 'metering'],
  line: ['labelCharge', 'includedLength', 'lineLength', 'liquidLine'],
  target: ['metering', 'targetSubcooling', 'superheatSource', 'targetSuperheat'],
  site: [],
}

/** A card of Prepare: open while something of it is missing, else one line of what is known. */
export function FoldedCard({
  name,
  unitId,
  facts,
  missing,
  starts,
  must,
  children,
}: {
  name: CardName
  unitId: string
  facts: UnitFacts
  /** when the page was opened: nothing folds away under what is being typed */
  missing: readonly MissingFact[]
  /** whatever is missing */
  starts: boolean
  must: boolean
  children: ReactNode
}) {
  const isNew = name === 'unit' && facts.place === undefined && facts.model === undefined
  return (
    <Folded
      name={`${name}.${unitId}`}
      title={prepareFoldWords[name].title}
      summary={summaryOf(name, facts) || prepareFoldWords[name].nothing}
      starts={starts || isNew || asked[name].some((fact) => missing.includes(fact))}
      must={must}
    >
      {children}
    </Folded>
  )
}

const shown = (quantity: { value: number; unit: string } | undefined) =>
  quantity && `${quantity.value} ${quantity.unit}`
const word = (key: string | undefined) => key && (valueWords[key] ?? key)

function summaryOf(name: CardName, facts: UnitFacts): string {
  const parts: Record<CardName, readonly (string | undefined)[]> = {
    unit: [facts.place, facts.model, facts.serial, facts.indoorModel],
    work: [word(facts.work), word(facts.mode), facts.refrigerant, word(facts.metering)],
    line: [shown(facts.labelCharge), shown(facts.lineLength)],
    target: [shown(facts.targetSubcooling), shown(facts.targetSuperheat)],
    site: [shown(facts.decayLimit), shown(facts.decayHold), shown(facts.elevation)],
  }
  return parts[name].filter(Boolean).join(' · ')
}
