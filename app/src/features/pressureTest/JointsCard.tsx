import { entryProblemWords } from '@zetesis/contract'
import { useState } from 'react'
import { XStack } from 'tamagui'
import type { UnitHandle } from '@/features/unit/useUnit'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { clearDraft, readDraft, saveDraft } from '@/ui/useDraft'
import { Body, Soft } from '@/ui/Words'

interface Draft {
  place: string
  mended: string
}
const empty: Draft = { place: '', mended: '' }

/** The joints that were soaped: what was found, what was done. Open by itself when a hold has failed. */
export function JointsCard({ unit }: { unit: UnitHandle }) {
  const { joints, hold } = unit.view.pressureTest
  const failed = hold?.verdict?.verdict === 'out'
  const draftName = `joints.${unit.unitId}`
  const [toggled, setToggled] = useState<boolean>()
  const [draft, setDraft] = useState<Draft>(() => ({ ...empty, ...readDraft<Draft>(draftName) }))
  const [problem, setProblem] = useState<string>()
  const change = (part: Partial<Draft>) => {
    const next = { ...draft, ...part }
    setDraft(next)
    setProblem(undefined)
    saveDraft(draftName, next)
  }
  const log = (found: 'tight' | 'bubbles') => {
    const place = draft.place.trim()
    const mended = draft.mended.trim()
    if (place === '') return setProblem('Say which joint: “flare at the indoor coil”.')
    const [refused] = unit.append({ kind: 'jointChecked', place, found, ...(mended ? { mended } : {}) })
    if (refused) return setProblem(entryProblemWords(refused))
    setDraft(empty)
    clearDraft(draftName)
  }
  if (unit.view.sealed && joints.length === 0) return null
  return (
    <Card>
      <Disclosure
        title="Joints soaped"
        summary={joints.length === 0 ? 'None yet' : `${joints.length} of them`}
        open={toggled ?? failed}
        onToggle={() => setToggled(!(toggled ?? failed))}
        testID="joints"
      >
        {joints.map(({ entry }) => (
          <Body key={entry.id}>
            {`${entry.found === 'tight' ? '●' : '◆'} ${entry.place}: ${entry.found}${entry.mended ? `, ${entry.mended}` : ''}`}
          </Body>
        ))}
        {failed ? <Soft>Let the nitrogen off before you mend; then raise and hold again.</Soft> : null}
        {unit.view.sealed ? null : (
          <>
            <TextField
              label="Joint"
              value={draft.place}
              onChange={(place) => change({ place })}
              problem={problem}
              testID="joint"
            />
            <TextField
              label="What was done"
              value={draft.mended}
              onChange={(mended) => change({ mended })}
              testID="mended"
            />
            <XStack gap="$2" flexWrap="wrap">
              <Press grow testID="joint-tight" onPress={() => log('tight')}>
                Tight
              </Press>
              <Press grow look="stop" testID="joint-bubbles" onPress={() => log('bubbles')}>
                Bubbles
              </Press>
            </XStack>
          </>
        )}
      </Disclosure>
    </Card>
  )
}
