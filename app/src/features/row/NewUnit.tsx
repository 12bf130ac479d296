import { checkUpWords } from '@zetesis/contract'
import type { FactsPatch } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { stageHref } from '@/frame/routes'
import { useBook } from '@/sync/useBook'
import { useSession } from '@/sync/useSession'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { openUnit } from '@/unit/openUnit'

/** what holds for a check unless somebody says otherwise */
const checkFacts: FactsPatch = { work: 'check', superheatSource: 'commonRule' }

/** Opens a unit: its first entry makes it. A machine that runs already begins as a check. */
export function NewUnit({ jobId, tags }: { jobId: string; tags: readonly string[] }) {
  const [open, setOpen] = useState<'new' | 'check'>()
  const [tag, setTag] = useState('')
  const [problem, setProblem] = useState<string>()
  const { user } = useSession()
  const { book } = useBook()
  const router = useRouter()
  const make = () => {
    const clean = tag.trim()
    if (clean === '') return setProblem('Give the unit a tag, as it will stand on the unit.')
    if (clean.length > 40) return setProblem('At most 40 letters.')
    if (tags.includes(clean)) return setProblem(`${clean} is in this job already. Choose another tag.`)
    if (!user) return
    const unitId = openUnit(jobId, { tag: clean, ...(open === 'check' ? { facts: checkFacts } : {}) }, { user, book })
    setTag('')
    setOpen(undefined)
    router.navigate(stageHref(unitId, 'prepare') as never)
  }
  if (!open) {
    return (
      <>
        <Press look="plain" testID="new-unit" onPress={() => setOpen('new')}>
          New unit
        </Press>
        <Press look="plain" testID="new-check" onPress={() => setOpen('check')}>
          {checkUpWords.open}
        </Press>
      </>
    )
  }
  return (
    <Card width="100%">
      <TextField
        label={open === 'check' ? checkUpWords.tag : 'Tag of the new unit'}
        value={tag}
        onChange={(t) => {
          setTag(t)
          setProblem(undefined)
        }}
        problem={problem}
        placeholder="K-09"
        testID="new-unit-tag"
        onSubmit={make}
      />
      <YStack gap="$2">
        <Press look="act" onPress={make} testID="new-unit-open">
          {open === 'check' ? checkUpWords.openIt : 'Open the unit'}
        </Press>
        <Press look="quiet" onPress={() => setOpen(undefined)}>
          Leave it
        </Press>
      </YStack>
    </Card>
  )
}
