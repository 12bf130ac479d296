import { bookProblemWords, returnFateWords } from '@zetesis/contract'
import { returnFates, type Cylinder, type CylinderMoved, type ReturnFate } from '@zetesis/core'
import { chosenFor, slotFor, useInstrumentChoice } from '@/kit/choice'
import { useBook } from '@/sync/useBook'
import { useSession } from '@/sync/useSession'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { FieldProblem } from '@/ui/FieldProblem'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { TextField } from '@/ui/TextField'
import { useDraftForm } from '@/ui/useDraftForm'
import { Heading, Soft } from '@/ui/Words'

type Kind = CylinderMoved['movement']
const kinds: readonly { value: Kind; label: string }[] = [
  { value: 'weighed', label: 'On the scale' },
  { value: 'purchased', label: 'Bought' },
  { value: 'returned', label: 'Returned' },
  { value: 'transferred', label: 'Filled over' },
]
const labels: Record<Kind, string> = {
  weighed: 'Scale shows, cylinder and all',
  purchased: 'Refrigerant that came',
  returned: 'Refrigerant that went back',
  transferred: 'Refrigerant that went over',
}

interface Draft {
  kind: Kind
  mass: QuantityText
  to?: string
  note: string
  fate?: ReturnFate
}

/** What happened to a cylinder outside any unit. */
export function MoveCard({ cylinder }: { cylinder: Cylinder }) {
  const { book, append } = useBook()
  const { user } = useSession()
  const [choice, choose] = useInstrumentChoice(user?.id)
  const scales = slotFor(
    'scale',
    'Scale',
    ['scale'],
    book.instruments.map((kept) => kept.value),
  )
  const { draft, problems, change, fail, quantity, done } = useDraftForm<Draft>(`move.${cylinder.id}`, {
    kind: 'weighed',
    mass: { text: '' },
    note: '',
  })
  const others = book.cylinders.filter((c) => c.id !== cylinder.id)
  const log = () => {
    const mass = quantity('mass', 'mass')
    if (!mass) return
    const target = others.find((c) => c.id === draft.to)?.value
    if (draft.kind === 'transferred' && target?.refrigerant && target.refrigerant !== cylinder.refrigerant)
      return fail({
        to: `Stop: ${target.name} holds ${target.refrigerant}. Two refrigerants never go into one cylinder.`,
      })
    const scale = chosenFor(scales, choice)
    const [refused] = append({
      kind: 'cylinderMoved',
      movement: draft.kind,
      cylinderId: cylinder.id,
      mass,
      ...(draft.kind === 'transferred' && draft.to ? { toCylinderId: draft.to } : {}),
      ...(draft.kind === 'returned' && draft.fate ? { fate: draft.fate } : {}),
      ...(draft.note.trim() ? { note: draft.note.trim() } : {}),
      ...(scale ? { scale } : {}),
    })
    if (refused) return fail({ [refused.path === 'toCylinderId' ? 'to' : 'mass']: bookProblemWords(refused) })
    done({ kind: draft.kind })
  }
  return (
    <Card>
      <Heading>Log what happened to it</Heading>
      <Choice
        label="What"
        options={kinds}
        value={draft.kind}
        onChange={(kind) => change({ kind: kind ?? draft.kind })}
        testID="move"
      />
      {draft.kind === 'transferred' ? (
        <>
          <PickOne
            label="Into"
            options={others.map(({ id, value }) => ({ value: id, label: value.name }))}
            value={draft.to}
            onChange={(to) => change({ to })}
            testID="move-to"
          />
          <FieldProblem id="move-to" problem={problems.to} />
        </>
      ) : null}
      <QuantityField
        label={labels[draft.kind]}
        dimension="mass"
        value={draft.mass}
        onChange={(mass) => change({ mass })}
        problem={problems.mass}
        testID="move-mass"
      />
      {draft.kind === 'returned' ? (
        <Choice
          label="What becomes of it"
          options={returnFates.map((value) => ({ value, label: returnFateWords[value] }))}
          value={draft.fate}
          onChange={(fate) => change({ fate })}
          testID="move-fate"
        />
      ) : null}
      <TextField
        label={draft.kind === 'weighed' ? 'Why' : 'From or to whom'}
        value={draft.note}
        onChange={(note) => change({ note })}
        testID="move-note"
      />
      {scales.options.length > 0 ? (
        <PickOne
          label="Scale"
          options={scales.options.map((i) => ({ value: i.id, label: i.name }))}
          value={chosenFor(scales, choice)?.id}
          onChange={(id) => choose('scale', id)}
          testID="move-scale"
        />
      ) : (
        <Soft>No scale in the kit: the method’s ± counts.</Soft>
      )}
      <Press testID="log-move" onPress={log}>
        Log it
      </Press>
    </Card>
  )
}
