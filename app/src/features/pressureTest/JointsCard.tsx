import { useState } from 'react'
import { XStack } from 'tamagui'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
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
  const [toggled, setToggled] = useState<boolean>()
  const form = useEntryForm(unit, 'joints', empty)
  const { draft, problems, change } = form
  const log = (found: 'tight' | 'bubbles') => {
    const place = draft.place.trim()
    const mended = draft.mended.trim()
    if (place === '') return form.fail({ place: 'Say which joint: “flare at the indoor coil”.' })
    if (form.log({ kind: 'jointChecked', place, found, ...(mended ? { mended } : {}) }, 'place')) form.done()
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
              problem={problems.place}
              testID="joint"
            />
            <TextField
              label="What was done"
              value={draft.mended}
              onChange={(mended) => change({ mended })}
              problem={problems.mended}
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
