import { entryProblemWords } from '@zetesis/contract'
import type { EntryBody } from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useUnit } from '@/unit/useUnit'
import { readLastUnit, setLastUnit } from '@/unit/lastUnit'
import { useSettings } from '@/settings/settings'
import { useUnits } from '@/sync/useUnits'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { Soft, Body } from '@/ui/Words'

/** Drops what a tool worked out into a unit's log as an entry: one tap for the unit that was open last. */
export function DropInto({ body }: { body: EntryBody | undefined }) {
  const { units } = useUnits()
  const open = units.filter((u) => !u.summary.sealed)
  const [unitId, setUnitId] = useState(readLastUnit)
  const target = open.find((u) => u.id === unitId) ?? open[0]
  if (!target) return null
  return (
    <YStack gap="$2" borderTopWidth={1} borderColor="$rule" paddingTop="$3">
      <Into key={target.id} unitId={target.id} tag={target.summary.tag} body={body} />
      <PickOne
        label="Into another unit"
        options={open.map((u) => ({ value: u.id, label: u.summary.tag }))}
        value={target.id}
        onChange={(id) => {
          if (!id) return
          setUnitId(id)
          setLastUnit(id)
        }}
        testID="drop-unit"
      />
    </YStack>
  )
}

function Into({ unitId, tag, body }: { unitId: string; tag: string; body: EntryBody | undefined }) {
  const unit = useUnit(unitId)
  const { system } = useSettings()
  const [said, setSaid] = useState<{ ok: boolean; words: string }>()
  const drop = () => {
    if (!body) return
    // it runs in one mode: what is read of it is read in that
    const [first] = unit.append(body.kind === 'reading' ? { ...body, mode: unit.view.heatPump.mode } : body)
    setSaid(
      first
        ? { ok: false, words: entryProblemWords(first, system) }
        : { ok: true, words: `In ${tag}’s log now. Strike it out there if it was a slip.` },
    )
  }
  return (
    <>
      <XStack>
        <Press look="plain" disabled={!body || unit.loading} onPress={drop} testID="drop-into">
          {`Write it into ${tag}`}
        </Press>
      </XStack>
      {said ? (
        said.ok ? (
          <Soft role="status" testID="dropped">
            {said.words}
          </Soft>
        ) : (
          <Body role="alert" color="$oxide" fontSize="$3" testID="drop-refused">
            {said.words}
          </Body>
        )
      ) : null}
    </>
  )
}
