import { sheetWords } from '@zetesis/contract'
import type { Kept, ModelLabel } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Heading, Soft } from '@/ui/Words'

const MANY = 8

/** The model whose label this unit takes; what it says is filled into the form below. */
export function ModelPicker({
  models,
  taken,
  onTake,
  unitId,
}: {
  models: readonly Kept<ModelLabel>[]
  taken?: { modelId: string; version: string; label: ModelLabel }
  onTake: (model: Kept<ModelLabel>) => void
  unitId: string
}) {
  const [filter, setFilter] = useState('')
  const router = useRouter()
  const wanted = filter.trim().toLowerCase()
  const shown = models.filter((m) => m.value.name.toLowerCase().includes(wanted))
  const current = taken && models.find((m) => m.id === taken.modelId)
  const newer = current && taken && current.version !== taken.version ? current : undefined
  return (
    <Card>
      <Heading>Label</Heading>
      {models.length > MANY ? (
        <TextField label="Find a model" value={filter} onChange={setFilter} testID="model-filter" />
      ) : null}
      <PickOne
        label="Take it from a model in the library"
        options={shown.map((m) => ({ value: m.id, label: m.value.name }))}
        value={taken?.modelId}
        onChange={(id) => {
          const model = models.find((m) => m.id === id)
          if (model) onTake(model)
        }}
        testID="take-model"
      />
      {taken ? <Soft testID="label-taken">{`${taken.label.name}: ${contents(taken.label)}`}</Soft> : null}
      {newer ? (
        <YStack gap="$2">
          <Banner metal="tooClose" word="Corrected since" testID="label-newer">
            {`${newer.by} saved this label again after this unit took it.`}
          </Banner>
          <Press onPress={() => onTake(newer)} testID="take-newer">
            Take the newer label
          </Press>
        </YStack>
      ) : null}
      <XStack>
        <Press
          look="quiet"
          testID="new-model"
          onPress={() => router.navigate(`/library/models/new?for=${unitId}` as never)}
        >
          Not in the library? Enter its sticker
        </Press>
      </XStack>
    </Card>
  )
}

/** What a label holds for charging, in a few words. */
export function contents(label: ModelLabel): string {
  const tables = (label.tables ?? []).map((t) => (t.rows.length > 1 ? `${t.quantity} table` : `${t.quantity} figure`))
  const sheets = (label.sheets ?? []).map((s) => sheetWords[s.shape].title.toLowerCase())
  const all = [...tables, ...sheets]
  return all.length === 0 ? 'no charging data' : all.join(', ')
}
