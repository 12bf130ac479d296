import { longLineWords } from '@zetesis/contract'
import { showText, type ChargeDue } from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Figure } from '@/ui/Words'
import { useReason } from '@/unit/useReason'
import type { UnitHandle } from '@/unit/useUnit'

/** A line over the label's limit: the sum below doesn't hold for it, so it stops here until somebody says by what it is charged. */
export function LongLineStop({ unit, due }: { unit: UnitHandle; due: Extract<ChargeDue, { ok: true }> }) {
  const { system } = useSettings()
  const reason = useReason(unit, 'longLine', longLineWords.missing)
  const length = (m: number) => showText('length', m, system)
  return (
    <>
      <Banner
        metal="out"
        word={longLineWords.stop}
        figure={<Figure>{length(due.lineSet.working.totalLengthM)}</Figure>}
        testID="weigh-verdict"
      >
        {longLineWords.why(length(unit.view.method.longLineM.si))}
      </Banner>
      <Card testID="long-line-stop">
        <TextField
          label={longLineWords.by}
          {...reason.field}
          hint={longLineWords.hint}
          long
          testID="long-line-reason"
        />
        <Press
          testID="long-line-go"
          onPress={() => reason.give((words) => unit.append({ kind: 'facts', facts: { longLineReason: words } }))}
        >
          {longLineWords.go}
        </Press>
      </Card>
    </>
  )
}
