import { cylinderFindingWords, cylinderStateWords, movementWords, type MovementLine } from '@zetesis/contract'
import { fillLimitKg, showText, takesRecovered, type Kept, type Cylinder } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useLocalSearchParams, useRouter } from 'expo-router'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { sentence } from '@/sync/api'
import { useBook, useCompanyMethod } from '@/sync/useBook'
import { troubling, useCylinder, useCylinders } from '@/sync/useCylinders'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Figure, Heading, Soft, Title } from '@/ui/Words'
import { CylinderForm } from './CylinderForm'
import { MoveCard } from './MoveCard'

/** One cylinder: what is in it, what moved, and what was found when it stood on the scale. */
export function CylinderDetailPage() {
  const { cylinderId } = useLocalSearchParams<{ cylinderId: string }>()
  const { book, loading } = useBook()
  const kept = book.cylinders.find((c) => c.id === cylinderId)
  const fresh = cylinderId === 'new'
  const stock = useCylinders().cylinders.find((c) => c.cylinder.id === cylinderId)
  const now = stock?.cylinder ?? kept?.value ?? { refrigerant: undefined, state: 'empty' as const }
  return (
    <Page
      back="/library/cylinders"
      head={
        <>
          <Title>{fresh ? 'New cylinder' : (kept?.value.name ?? 'Cylinder')}</Title>
          <Soft>
            {kept
              ? [now.refrigerant, cylinderStateWords[now.state], kept.value.owner].filter(Boolean).join(' · ')
              : 'As it stands in the van'}
          </Soft>
        </>
      }
    >
      <RefusedEntries />
      {fresh ? <CylinderForm /> : null}
      {kept ? <Stock key={cylinderId} kept={kept} /> : null}
      {!fresh && !kept ? (
        <Body>{loading ? 'Opening the book …' : 'There is no such cylinder in the book.'}</Body>
      ) : null}
    </Page>
  )
}

function Stock({ kept }: { kept: Kept<Cylinder> }) {
  const { system } = useSettings()
  const method = useCompanyMethod()
  const router = useRouter()
  const { append } = useBook()
  const stock = useCylinders().cylinders.find((c) => c.cylinder.id === kept.id)
  const page = useCylinder(kept.id)
  const [editing, setEditing] = useState(false)
  const mass = (kg: number) => showText('mass', kg, system)
  const trouble = stock ? troubling(stock) : []
  const lines = page.data?.lines ?? []
  const holds = kept.value.refrigerant ?? lines.find((l) => l.refrigerant)?.refrigerant ?? undefined
  const limitKg = takesRecovered(kept.value) ? fillLimitKg(kept.value, holds, method) : undefined
  return (
    <YStack gap="$4">
      <Banner
        metal={trouble.length > 0 ? 'tooClose' : 'none'}
        word="In it"
        testID="cylinder-stock"
        figure={<Figure testID="cylinder-net">{stock?.netKg === undefined ? '–' : mass(stock.netKg)}</Figure>}
      >
        {[
          stock ? `± ${mass(2 * stock.standardUncertaintyKg)} by the scales.` : undefined,
          limitKg === undefined ? undefined : `At most ${mass(limitKg)}, however warm the van gets.`,
          stock?.pending ? 'With what isn’t sent yet.' : undefined,
        ]
          .filter(Boolean)
          .join(' ')}
      </Banner>
      {(stock?.findings ?? []).map((finding) => (
        <Body
          key={`${finding.code} ${finding.id}`}
          testID={`finding-${finding.code}`}
          color={trouble.includes(finding) ? '$brass' : '$soft'}
        >
          {cylinderFindingWords(finding, system)}
        </Body>
      ))}
      <MoveCard cylinder={kept.value} />
      <YStack gap="$2">
        <Heading>What moved</Heading>
        {page.error ? <Body>{sentence(page.error)}</Body> : null}
        {lines.length === 0 && !page.error ? <Soft>{page.isPending ? 'Opening …' : 'Nothing yet.'}</Soft> : null}
        {lines.map((line) => (
          <Movement key={`${line.id} ${line.kind}`} line={line} />
        ))}
        {page.data?.more ? <Soft>Older ones are in the report of their period.</Soft> : null}
      </YStack>
      <Card>
        <Disclosure
          title="As it is stamped"
          summary={`Tare ${kept.value.tare.value} ${kept.value.tare.unit}${kept.value.testDueOn ? ` · test due ${kept.value.testDueOn}` : ''}`}
          open={editing}
          onToggle={() => setEditing(!editing)}
          testID="stamped"
        >
          <CylinderForm kept={kept} />
          <XStack>
            <Press
              look="stop"
              testID="retire-cylinder"
              onPress={() => {
                append({ kind: 'retired', what: 'cylinder', itemId: kept.id })
                router.navigate('/library/cylinders' as never)
              }}
            >
              Put it away
            </Press>
          </XStack>
        </Disclosure>
      </Card>
    </YStack>
  )
}

/** One movement; those of the book can be struck out here, those of a unit in its log. */
function Movement({ line }: { line: MovementLine }) {
  const { system } = useSettings()
  const { append } = useBook()
  const router = useRouter()
  const [reason, setReason] = useState<string>()
  const [problem, setProblem] = useState<string>()
  const mass = (kg: number) => showText('mass', kg, system)
  const sign = line.kg > 0 ? '+' : ''
  const strike = () => {
    if (!reason?.trim()) return setProblem('Say why: the reason stays in the book.')
    append({ kind: 'movementStruck', strikes: line.id, reason: reason.trim() })
    whenSafe(() => setReason(undefined))
  }
  return (
    <YStack borderBottomWidth={1} borderColor="$rule" paddingVertical="$2" testID={`movement-${line.kind}`}>
      <XStack justifyContent="space-between" gap="$3">
        <Body flex={1}>
          {line.kind === 'weighed' && line.foundKg !== undefined
            ? `Weighed: ${mass(line.foundKg)} in it`
            : [movementWords[line.kind], line.tag].filter(Boolean).join(' ')}
        </Body>
        <Figure fontSize="$5" lineHeight="$5">{`${sign}${mass(line.kg)}`}</Figure>
      </XStack>
      <XStack justifyContent="space-between" alignItems="center" gap="$3" flexWrap="wrap">
        <Soft flex={1}>
          {[format(new Date(line.at), 'd MMM, HH:mm'), line.by, line.job, line.note].filter(Boolean).join(' · ')}
        </Soft>
        {line.unitId ? (
          <Press look="quiet" onPress={() => router.navigate(`/units/${line.unitId}/weigh-in` as never)}>
            Open
          </Press>
        ) : reason === undefined ? (
          <Press look="quiet" testID="strike" onPress={() => setReason('')}>
            Strike out
          </Press>
        ) : null}
      </XStack>
      {reason === undefined ? null : (
        <YStack gap="$2">
          <TextField
            label="Why it is struck out"
            value={reason}
            onChange={(text) => {
              setReason(text)
              setProblem(undefined)
            }}
            problem={problem}
            testID="strike-reason"
          />
          <XStack gap="$2">
            <Press look="stop" testID="strike-now" onPress={strike}>
              Strike it out
            </Press>
            <Press look="quiet" onPress={() => setReason(undefined)}>
              Leave it
            </Press>
          </XStack>
        </YStack>
      )}
    </YStack>
  )
}
