import { dayText, plannedWords, stageWords } from '@zetesis/contract'
import type { UnitSummary } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { memo } from 'react'
import { Button, XStack, YStack } from 'tamagui'
import { LongList } from '@/board/LongList'
import { CopperBadge } from '@/charts/CopperBadge'
import { unitPath } from '@/frame/routes'
import { Soft, Tag } from '@/ui/Words'
import { NeedNote, useSummary } from './NeedNote'
import { everything, isNarrowed, useRow, type RowFilter } from './rowFilter'

/** The units of a job: tag, small copper line, stage, and what each needs. */
export function RowList({
  jobId,
  current,
  compact,
  filter = everything,
}: {
  jobId: string
  current?: string
  compact?: boolean
  filter?: RowFilter
}) {
  const rows = useRow(jobId, filter)
  return (
    <>
      <LongList items={rows} keyOf={(u) => u.id} usualHeight={compact ? 80 : 77}>
        {(u) => <UnitLine unitId={u.id} summary={u.summary} chosen={u.id === current} compact={compact} />}
      </LongList>
      {rows.length === 0 && isNarrowed(filter) ? <Soft testID="no-match">No unit matches.</Soft> : null}
    </>
  )
}

const UnitLine = memo(function UnitLine({
  unitId,
  summary: stored,
  chosen,
  compact,
}: {
  unitId: string
  summary: UnitSummary
  chosen: boolean
  compact?: boolean
}) {
  const router = useRouter()
  const summary = useSummary(stored)
  return (
    <YStack role="listitem">
      <Button
        unstyled
        role="link"
        testID={`unit-${summary.tag}`}
        minHeight={compact ? 64 : 76}
        width="100%"
        paddingVertical="$2"
        paddingHorizontal={compact ? '$3' : '$1'}
        borderWidth={0}
        borderBottomWidth={1}
        borderColor="$rule"
        borderRadius={0}
        borderLeftWidth={compact ? 6 : 0}
        borderLeftColor={chosen ? '$copper' : 'transparent'}
        backgroundColor={chosen ? '$card' : 'transparent'}
        hoverStyle={{ backgroundColor: '$card' }}
        cursor="pointer"
        onPress={() => router.navigate(unitPath(unitId) as never)}
      >
        <XStack width="100%" alignItems="center" gap="$3">
          {compact ? null : (
            <Tag minWidth={76} textAlign="left">
              {summary.tag}
            </Tag>
          )}
          <YStack flex={1} gap="$1" minWidth={0} alignItems="flex-start">
            {compact ? (
              <XStack width="100%" justifyContent="space-between" alignItems="center">
                <Tag fontSize="$5" lineHeight="$4">
                  {summary.tag}
                </Tag>
                <NeedNote summary={summary} compact />
              </XStack>
            ) : null}
            <CopperBadge stages={summary.stages} />
            <Soft textAlign="left">
              {standsAt(summary)}
              {summary.place && !compact && !summary.returnVisit ? ` · ${summary.place.split(',')[0]}` : ''}
            </Soft>
          </YStack>
          {compact ? null : <NeedNote summary={summary} />}
        </XStack>
      </Button>
    </YStack>
  )
})

/** Where a unit stands, in a word or two. */
export function standsAt({ archived, sealed, current, returnVisit, provisional }: UnitSummary): string {
  const stage = archived ? 'Archived' : sealed ? 'Sealed' : stageWords[current]
  if (!returnVisit) return stage
  const { visiting, planned, by } = returnVisit
  const when = visiting
    ? 'there again'
    : planned
      ? `back ${plannedWords(planned)}`
      : `come back${by ? ` by ${dayText(by)}` : ''}`
  return [stage, provisional ? '◐ provisional' : undefined, when].filter(Boolean).join(' · ')
}
