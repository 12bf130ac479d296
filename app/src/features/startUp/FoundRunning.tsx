import { checkUpWords, entryProblemWords, minutesText } from '@zetesis/contract'
import { useState } from 'react'
import { useBarAction } from '@/frame/barAction'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Heading, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

/** A machine that runs already: one tap says how long, and it is read. */
export function FoundRunning({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const minutes = minutesText(unit.view.method.settleAfterStartS.si)
  const log = (found: boolean) => {
    const [first] = unit.append({ kind: 'started', ...(found ? { foundRunning: true as const } : {}) })
    setProblem(first && entryProblemWords(first, system))
  }
  useBarAction(checkUpWords.ranLong(minutes), () => log(true))
  return (
    <Card testID="found-running">
      <Heading>{checkUpWords.howLong}</Heading>
      {problem ? (
        <Banner metal="out" word="Not yet" testID="start-refused">
          {problem}
        </Banner>
      ) : null}
      <Press onPress={() => log(false)} testID="just-on">
        {checkUpWords.justOn}
      </Press>
      <Soft>{checkUpWords.justOnNext(minutes)}</Soft>
    </Card>
  )
}

/** Where a check has to be opened it goes on as a repair, with all that belongs to one. */
export function BecomesRepair({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const repair = () => {
    const [first] = unit.append({ kind: 'facts', facts: { work: 'retrofit' } })
    setProblem(first && entryProblemWords(first, system))
  }
  return (
    <Card testID="becomes-repair">
      <Heading>{checkUpWords.repairTitle}</Heading>
      <Soft>{checkUpWords.repairWhat}</Soft>
      {problem ? (
        <Banner metal="out" word="Not yet">
          {problem}
        </Banner>
      ) : null}
      <Press onPress={repair} testID="make-repair">
        {checkUpWords.repair}
      </Press>
    </Card>
  )
}
