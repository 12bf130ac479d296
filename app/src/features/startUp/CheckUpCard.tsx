import { againWords, dayText, sinceWords } from '@zetesis/contract'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Soft } from '@/ui/Words'
import { BeforeAfter } from '@/verdict/BeforeAfter'
import type { UnitHandle } from '@/unit/useUnit'

const metals = { same: 'in', short: 'out', over: 'tooClose' } as const

/** Of a check-up: what became of the charge since the machine was handed over, and both readings beside each other. */
export function CheckUpCard({ unit: { view } }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { checkUp, reading, facts } = view
  if (!checkUp) return null
  const { item, then, since } = checkUp
  const { tag, sealedAt } = item.entry
  return (
    <>
      <Banner metal={since ? metals[since.says] : 'none'} word={againWords.title} testID="since-hand-over">
        {since ? sinceWords(since, system) : reading?.settled ? againWords.noTarget : againWords.wait}
      </Banner>
      <Soft>{againWords.record(tag, dayText(sealedAt.slice(0, 10)))}</Soft>
      {reading ? (
        <BeforeAfter
          title={againWords.title}
          before={then}
          after={reading.judged}
          refrigerant={facts.refrigerant}
          metering={facts.metering}
          heads={[againWords.then, againWords.now]}
        />
      ) : null}
    </>
  )
}
