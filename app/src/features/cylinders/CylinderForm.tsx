import { bookProblemWords, cylinderStateWords } from '@zetesis/contract'
import {
  cylinderStates,
  offeredRefrigerants,
  takesRecovered,
  type Cylinder,
  type CylinderState,
  type Kept,
  type Refrigerant,
} from '@zetesis/core'
import { useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { FieldProblem } from '@/ui/FieldProblem'
import { PickOne } from '@/ui/PickOne'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import { TextField } from '@/ui/TextField'
import { useDraftBase } from '@/ui/useDraft'
import { useDraftForm, type FormProblems } from '@/ui/useDraftForm'

interface Draft {
  name: string
  refrigerant?: Refrigerant
  state: CylinderState
  tare: QuantityText
  waterCapacity: QuantityText
  owner: string
  testedOn: string
  testDueOn: string
}

const draftOf = (c?: Cylinder): Draft => ({
  name: c?.name ?? '',
  refrigerant: c?.refrigerant,
  state: c?.state ?? 'virgin',
  tare: quantityText(c?.tare),
  waterCapacity: quantityText(c?.waterCapacity),
  owner: c?.owner ?? '',
  testedOn: c?.testedOn ?? '',
  testDueOn: c?.testDueOn ?? '',
})
const aDate = /^\d{4}-\d{2}-\d{2}$/

/** A cylinder as it is stamped and painted. */
export function CylinderForm({ kept }: { kept?: Kept<Cylinder> }) {
  const { system } = useSettings()
  const router = useRouter()
  const { append } = useBook()
  const draftName = `cylinder.${kept?.id ?? 'new'}`
  const base = useDraftBase(draftName, kept?.version)
  const { draft, problems, change, fail, leave } = useDraftForm<Draft>(draftName, draftOf(kept?.value))
  const save = () => {
    const tare = quantityInput('mass', system, { required: true }).safeParse(draft.tare)
    const water = quantityInput('mass', system).safeParse(draft.waterCapacity)
    const found: FormProblems<Draft> = {
      ...(tare.success ? {} : { tare: tare.error.issues[0]!.message }),
      ...(water.success ? {} : { waterCapacity: water.error.issues[0]!.message }),
    }
    for (const key of ['testedOn', 'testDueOn'] as const)
      if (draft[key] !== '' && !aDate.test(draft[key])) found[key] = 'Type the date as 2026-07-14.'
    if (Object.keys(found).length > 0 || !tare.success || !tare.data) return fail(found)
    const id = kept?.id ?? crypto.randomUUID()
    const cylinder: Cylinder = {
      id,
      name: draft.name.trim(),
      state: draft.state,
      tare: tare.data,
      ...(draft.refrigerant ? { refrigerant: draft.refrigerant } : {}),
      ...(water.data ? { waterCapacity: water.data } : {}),
      ...(draft.owner.trim() ? { owner: draft.owner.trim() } : {}),
      ...(draft.testedOn ? { testedOn: draft.testedOn } : {}),
      ...(draft.testDueOn ? { testDueOn: draft.testDueOn } : {}),
    }
    const [refused] = append({ kind: 'cylinderSaved', cylinder, ...(base ? { replaces: base } : {}) })
    if (refused) return fail({ [refused.path.replace('cylinder.', '')]: bookProblemWords(refused) })
    leave(() => router.navigate(`/library/cylinders/${id}` as never))
  }
  useBarAction('Save the cylinder', save)
  const text = (key: 'name' | 'owner' | 'testedOn' | 'testDueOn', label: string, placeholder?: string) => (
    <TextField
      label={label}
      value={draft[key]}
      onChange={(value) => change({ [key]: value })}
      problem={problems[key]}
      placeholder={placeholder}
      testID={`cylinder-${key}`}
    />
  )
  return (
    <YStack gap="$3">
      {text('name', 'Name painted on it', 'C-12')}
      <PickOne
        label="What is in it"
        options={cylinderStates.map((value) => ({ value, label: cylinderStateWords[value] }))}
        value={draft.state}
        onChange={(state) => change({ state: state ?? draft.state })}
        testID="cylinder-state"
      />
      <PickOne
        label="Refrigerant"
        options={offeredRefrigerants.map((value) => ({ value, label: value }))}
        value={draft.refrigerant}
        onChange={(refrigerant) => change({ refrigerant })}
        testID="cylinder-refrigerant"
      />
      <FieldProblem id="refrigerant" problem={problems.refrigerant} />
      <QuantityField
        label="Tare, as stamped"
        dimension="mass"
        value={draft.tare}
        onChange={(tare) => change({ tare })}
        problem={problems.tare}
        testID="cylinder-tare"
      />
      <QuantityField
        label="Water capacity"
        dimension="mass"
        value={draft.waterCapacity}
        onChange={(waterCapacity) => change({ waterCapacity })}
        problem={problems.waterCapacity}
        hint={takesRecovered(draft) ? 'As stamped (WC): the fill limit comes from it.' : undefined}
        testID="cylinder-waterCapacity"
      />
      {text('owner', 'Owner or supplier')}
      <XStack gap="$3">
        <YStack flex={1}>{text('testedOn', 'Tested on', '2024-05-01')}</YStack>
        <YStack flex={1}>{text('testDueOn', 'Test due', '2029-05-01')}</YStack>
      </XStack>
    </YStack>
  )
}
