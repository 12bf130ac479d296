import { bookProblemWords, sheetWords } from '@zetesis/contract'
import { offeredRefrigerants, refrigerantInfo, sheetShapes, type Kept, type ModelLabel } from '@zetesis/core'
import { useLocalSearchParams, useRouter } from 'expo-router'
import { useState } from 'react'
import { useWatch, type Path } from 'react-hook-form'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { Page } from '@/frame/Page'
import { stageHref } from '@/frame/routes'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { FormChoice } from '@/ui/FormChoice'
import { FormQuantity } from '@/ui/FormQuantity'
import { FormText } from '@/ui/FormText'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { showFirst } from '@/ui/showFirst'
import { clearDraft, saveDraft, useDraftBase } from '@/ui/useDraft'
import { useKeptForm } from '@/ui/useKeptForm'
import { SavedTwice } from '@/ui/SavedTwice'
import { Body, Heading, Soft, Title } from '@/ui/Words'
import { CircuitEditor } from './CircuitEditor'
import { AllowanceEditor } from './AllowanceEditor'
import {
  emptyRow,
  emptySheet,
  modelDraft,
  modelQuantities,
  problemsUnder,
  readModel,
  type ModelDraft,
  type Problems,
} from './modelDraft'
import { ItemEditor } from './ItemEditor'
import { SheetEditor } from './SheetEditor'
import { orientationRows, TableEditor } from './TableEditor'

const refrigerants = offeredRefrigerants.map((r) => ({ value: r, label: `${r} · ${refrigerantInfo(r)!.safetyClass}` }))
const groups = [
  { group: 'window', title: 'Window of use and tolerance', summary: 'outdoors, indoors, ±' },
  { group: 'pressures', title: 'Test and design pressures', summary: 'low side, high side' },
  { group: 'electrical', title: 'Fan and electrical', summary: 'voltage, current, capacitor, airflow, static' },
] as const

/** A model's label: entered once from its sticker, used for years. */
export function ModelPage() {
  const { modelId } = useLocalSearchParams<{ modelId: string }>()
  const { book, loading } = useBook()
  const kept = book.models.find((m) => m.id === modelId)
  const fresh = modelId === 'new'
  return (
    <Page
      back="/library"
      head={
        <>
          <Title>{fresh ? 'New model' : (kept?.value.name ?? 'Model')}</Title>
          <Soft>{kept ? `Saved by ${kept.by}` : 'From the plate, the sticker in the panel, or the literature'}</Soft>
        </>
      }
    >
      {fresh || kept ? (
        <ModelForm key={modelId} kept={kept} />
      ) : (
        <Body>{loading ? 'Opening the library …' : 'There is no such model in the library.'}</Body>
      )}
    </Page>
  )
}

function ModelForm({ kept }: { kept?: Kept<ModelLabel> }) {
  const { for: unitId } = useLocalSearchParams<{ for?: string }>()
  const { system } = useSettings()
  const router = useRouter()
  const { append } = useBook()
  const draftName = `model.${kept?.id ?? 'new'}`
  const base = useDraftBase(draftName, kept?.version)
  const { form } = useKeptForm<ModelDraft, ModelDraft>({ empty: modelDraft(kept?.value), draft: draftName })
  const { control, getValues, setError, clearErrors, setValue } = form
  const [problems, setProblems] = useState<Problems>({})
  const [open, setOpen] = useState<string>()
  const [allowances, items, tables, sheets, circuit] = useWatch({
    control,
    name: ['allowances', 'items', 'tables', 'sheets', 'circuit'],
  })

  const save = () => {
    clearErrors()
    const read = readModel(getValues(), system)
    const id = kept?.id ?? crypto.randomUUID()
    const found = read.ok
      ? append({ kind: 'modelSaved', modelId: id, label: read.label, ...(base ? { replaces: base } : {}) })
      : []
    const all = read.ok
      ? Object.fromEntries(found.map((p) => [p.path.replace('label.', ''), bookProblemWords(p)]))
      : read.problems
    setProblems(all)
    for (const [path, message] of Object.entries(all)) setError(path as Path<ModelDraft>, { message })
    if (Object.keys(all).length > 0) return showFirst()
    whenSafe(() => {
      clearDraft(draftName)
      router.navigate((unitId ? stageHref(unitId, 'prepare') : '/library') as never)
    })
  }
  useBarAction('Save the label', save)
  const change = <K extends 'allowances' | 'items' | 'tables' | 'sheets' | 'circuit'>(
    name: K,
    value: ModelDraft[K],
  ) => {
    setValue(name, value as never, { shouldDirty: true })
    saveDraft(draftName, getValues())
  }
  const wrong = Object.keys(problems).length
  const quantity = (name: (typeof modelQuantities)[number]['name']) => {
    const spec = modelQuantities.find((q) => q.name === name)!
    return <FormQuantity key={name} control={control} name={name} label={spec.label} dimension={spec.dimension} />
  }
  return (
    <YStack gap="$4">
      {wrong > 0 ? (
        <Banner
          metal="tooClose"
          word={wrong === 1 ? 'One thing to mend' : `${wrong} things to mend`}
          testID="model-wrong"
        >
          Nothing was lost; see the sentences at the fields.
        </Banner>
      ) : null}
      <SavedTwice over={kept?.over} />
      <Card>
        <Heading>Model</Heading>
        <FormText control={control} name="name" label="Outdoor model" />
        <FormText control={control} name="maker" label="Maker" />
        <FormChoice control={control} name="refrigerant" label="Refrigerant" options={refrigerants} many />
        <FormChoice
          control={control}
          name="metering"
          label="Metering device it is meant for"
          options={[
            { value: 'fixedOrifice', label: 'Piston' },
            { value: 'expansionValve', label: 'Expansion valve' },
          ]}
        />
        <FormChoice
          control={control}
          name="mode"
          label="Mode"
          options={[
            { value: 'coolingOnly', label: 'Cooling only' },
            { value: 'heatPump', label: 'Heat pump' },
          ]}
        />
        <FormChoice
          control={control}
          name="heating"
          label="The label’s figures for heating"
          options={[
            { value: 'checks', label: 'are a check' },
            { value: 'sets', label: 'set the charge' },
          ]}
          hint="Only where the label itself says that the charge may be set in heating."
        />
      </Card>
      <Card>
        <CircuitEditor circuit={circuit ?? {}} onChange={(next) => change('circuit', next)} problems={problems} />
      </Card>
      <Card>
        <Heading>Charge and lines</Heading>
        {modelQuantities.filter((q) => q.group === 'charge').map((q) => quantity(q.name))}
        <AllowanceEditor rows={allowances} onChange={(rows) => change('allowances', rows)} problems={problems} />
        <ItemEditor rows={items} onChange={(rows) => change('items', rows)} problems={problems} />
      </Card>
      {groups.map(({ group, title, summary }) => {
        const fields = modelQuantities.filter((q) => q.group === group)
        const shown = open === group || fields.some((q) => problems[q.name])
        return (
          <Card key={group}>
            <Disclosure
              title={title}
              summary={summary}
              open={shown}
              onToggle={() => setOpen(open === group ? undefined : group)}
              testID={`group-${group}`}
            >
              <YStack gap="$3">{fields.map((q) => quantity(q.name))}</YStack>
            </Disclosure>
          </Card>
        )
      })}
      <ChargingData tables={tables} sheets={sheets} problems={problems} onChange={change} />
      {kept ? (
        <XStack>
          <Press
            look="stop"
            testID="retire-model"
            onPress={() => {
              append({ kind: 'retired', what: 'model', itemId: kept.id })
              router.navigate('/library' as never)
            }}
          >
            Put this model away
          </Press>
        </XStack>
      ) : null}
    </YStack>
  )
}

type Charging = Pick<ModelDraft, 'tables' | 'sheets'>

/** Figures, tables and charts as they stand on the label. */
function ChargingData({
  tables,
  sheets,
  problems,
  onChange: change,
}: Charging & {
  problems: Problems
  onChange: <K extends keyof Charging>(name: K, value: ModelDraft[K]) => void
}) {
  const { system } = useSettings()
  return (
    <>
      {tables.map((table, i) => (
        <Card key={`table-${i}`}>
          <Heading>Charging figures</Heading>
          <TableEditor
            table={table}
            problems={problemsUnder(problems, `tables.${i}`)}
            onChange={(next) =>
              change(
                'tables',
                tables.map((t, j) => (j === i ? next : t)),
              )
            }
            onRemove={() =>
              change(
                'tables',
                tables.filter((_, j) => j !== i),
              )
            }
            testID={`table-${i}`}
          />
          {problems[`tables.${i}`] ? <Body color="$oxide">{problems[`tables.${i}`]}</Body> : null}
        </Card>
      ))}
      {sheets.map((sheet, i) => (
        <Card key={`sheet-${i}`}>
          <Heading>{sheetWords[sheet.shape].title}</Heading>
          <SheetEditor
            item={sheet}
            problems={problemsUnder(problems, `sheets.${i}`)}
            onChange={(next) =>
              change(
                'sheets',
                sheets.map((s, j) => (j === i ? next : s)),
              )
            }
            onRemove={() =>
              change(
                'sheets',
                sheets.filter((_, j) => j !== i),
              )
            }
            testID={`sheet-${i}`}
          />
        </Card>
      ))}
      <Card>
        <Heading>Add charging data</Heading>
        <Soft>As it stands on the label: a figure, a table, or a chart.</Soft>
        <XStack gap="$2" flexWrap="wrap">
          <Press
            onPress={() => change('tables', [...tables, { quantity: 'subcooling', rows: [emptyRow] }])}
            testID="add-figure"
          >
            One figure
          </Press>
          <Press
            onPress={() => change('tables', [...tables, { quantity: 'subcooling', rows: orientationRows() }])}
            testID="add-orientations"
          >
            By orientation
          </Press>
        </XStack>
        <PickOne
          label="A chart"
          options={sheetShapes.map((shape) => ({ value: shape, label: sheetWords[shape].title }))}
          value={undefined}
          onChange={(shape) => {
            if (shape) change('sheets', [...sheets, emptySheet(shape, system)])
          }}
          testID="add-sheet"
        />
      </Card>
    </>
  )
}
