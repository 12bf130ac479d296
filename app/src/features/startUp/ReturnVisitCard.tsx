import { useState } from 'react'
import { AskLead } from '@/unit/AskLead'
import type { UnitHandle } from '@/unit/useUnit'
import { PromiseForm } from '@/unit/visit/PromiseForm'
import { VisitLink } from '@/unit/visit/VisitLink'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'

/** Today can't decide: the weighed charge stays, and somebody comes back in the weather that the method asks for. */
export function ReturnVisitCard({ unit, outdoorK, urged }: { unit: UnitHandle; outdoorK?: number; urged: boolean }) {
  const { visit, sealed } = unit.view
  const [opened, setOpened] = useState<boolean>()
  const stands = visit?.open === true
  const open = opened ?? (urged && !stands)
  // somebody who is there again goes on with the visit's own page
  if (visit?.visiting || (sealed && !stands)) return stands ? <VisitLink unit={unit} /> : null
  return (
    <Card testID="return-visit" borderColor={stands ? '$brass' : undefined}>
      {stands ? <VisitLink unit={unit} /> : null}
      {sealed ? null : !unit.may({ kind: 'returnVisit', reason: '' }).may ? (
        <AskLead unit={unit} what="decision" title="Ask a lead for a return visit" />
      ) : (
        <Disclosure
          title={stands ? 'Promise another' : 'Come back another day'}
          summary="weighed charge stays, the fine reading waits for its weather"
          open={open}
          onToggle={() => setOpened(!open)}
          testID="return-visit-form"
        >
          <PromiseForm
            unit={unit}
            outdoorK={outdoorK}
            word="Leave the weighed charge and come back"
            onDone={() => setOpened(false)}
          />
        </Disclosure>
      )}
    </Card>
  )
}
