import { againWords, dayText, foldWords, sinceWords } from '@zetesis/contract'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Folded } from '@/ui/Folded'
import { BeforeAfter } from '@/verdict/BeforeAfter'
import type { UnitHandle } from '@/unit/useUnit'

const metals = { same: 'in', short: 'out', over: 'tooClose' } as const

/** Of a check-up: what became of the charge since the machine was handed over. */
export function CheckUpBanner({ unit: { view } }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { checkUp, reading } = view
  if (!checkUp) return null
  const { item, since } = checkUp
  const { tag, sealedAt } = item.entry
  return (
    <Banner metal={since ? metals[since.says] : 'none'} word={againWords.title} testID="since-hand-over">
      {`${since ? sinceWords(since, system) : reading?.settled ? againWords.noTarget : againWords.wait} ${againWords.record(tag, dayText(sealedAt.slice(0, 10)))}`}
    </Banner>
  )
}

/** Both readings beside each other, in one weather. */
export function CheckUpTable({ unit: { view } }: { unit: UnitHandle }) {
  const { checkUp, reading, facts } = view
  if (!checkUp || !reading) return null
  return (
    <Folded name="then" {...foldWords.then}>
      <BeforeAfter
        title={againWords.title}
        before={checkUp.then}
        after={reading.judged}
        refrigerant={facts.refrigerant}
        metering={facts.metering}
        heads={[againWords.then, againWords.now]}
      />
    </Folded>
  )
}
