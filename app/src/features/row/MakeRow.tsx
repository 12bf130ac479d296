import { useState } from 'react'
import { whenSafe } from '@/sync/client'
import { useBook } from '@/sync/useBook'
import { useSession } from '@/sync/useSession'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { useDraftForm } from '@/ui/useDraftForm'
import { Body, Heading } from '@/ui/Words'
import { openUnit, type NewUnitOf } from '@/unit/openUnit'
import { emptyPattern, RowByPattern, type PatternDraft } from './RowByPattern'
import { RowByTable } from './RowByTable'

interface Draft {
  how: 'pattern' | 'table'
  pattern: PatternDraft
  table: string
}
const empty: Draft = { how: 'pattern', pattern: emptyPattern, table: '' }

/** Many units at once: tags by a pattern, or a table from a spreadsheet. What was typed is there after a reload. */
export function MakeRow({ jobId, tags }: { jobId: string; tags: readonly string[] }) {
  const { draft, change, done } = useDraftForm<Draft>(`row.${jobId}`, empty)
  const [open, setOpen] = useState(() => draft.pattern.pattern !== '' || draft.table !== '')
  const { user } = useSession()
  const { book } = useBook()
  const make = (units: readonly NewUnitOf[]) => {
    if (!user) return
    for (const unit of units) openUnit(jobId, unit, { user, book })
    done()
    whenSafe(() => setOpen(false))
  }
  if (!open)
    return (
      <Press testID="make-row" onPress={() => setOpen(true)}>
        A row at once
      </Press>
    )
  return (
    <Card testID="row-form" width="100%">
      <Heading>A row at once</Heading>
      <Choice
        label="From"
        options={[
          { value: 'pattern', label: 'A pattern' },
          { value: 'table', label: 'A table' },
        ]}
        value={draft.how}
        onChange={(how) => change({ how: how ?? draft.how })}
        testID="row-how"
      />
      {draft.how === 'pattern' ? (
        <RowByPattern
          draft={draft.pattern}
          onChange={(pattern) => change({ pattern })}
          taken={tags}
          models={book.models}
          onMake={make}
        />
      ) : (
        <RowByTable
          text={draft.table}
          onChange={(table) => change({ table })}
          taken={tags}
          models={book.models}
          onMake={make}
        />
      )}
      <Body>Each unit starts by the company’s method; everything can be changed under Prepare.</Body>
      <Press look="quiet" testID="row-leave" onPress={() => setOpen(false)}>
        Leave it
      </Press>
    </Card>
  )
}
