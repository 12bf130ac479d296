import { countdown, dayText, needWords, stageWords, waitWords, verdictWords } from '@zetesis/contract'
import { needTraits, rowGroup, summaryAt, type RowGroup, type Stage, type UnitSummary } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { memo, useMemo } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { CopperBadge } from '@/charts/CopperBadge'
import { unitPath } from '@/frame/routes'
import { useSettings } from '@/settings/settings'
import { useClock, useNow } from '@/settings/useNow'
import { clock } from '@/sync/clock'
import { useUnits } from '@/sync/useUnits'
import { inkOf, markOf, type Metal } from '@/ui/Banner'
import { Ticking } from '@/ui/Ticking'
import { Soft, Tag } from '@/ui/Words'

/** What is looked for along a row; nothing named: all of it. */
export interface RowFilter {
  readonly text: string
  readonly stage?: Stage
  readonly group?: RowGroup
}
const everything: RowFilter = { text: '' }
const isNarrowed = ({ text, stage, group }: RowFilter) => text.trim() !== '' || !!stage || !!group

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
  const { units } = useUnits()
  const nowMs = useNow()
  const wanted = filter.text.trim().toLowerCase()
  const rows = units
    .filter((u) => u.jobId === jobId)
    .filter((u) => `${u.summary.tag} ${u.summary.place ?? ''}`.toLowerCase().includes(wanted))
    .filter((u) => !filter.stage || (!u.summary.sealed && u.summary.current === filter.stage))
    .filter((u) => (filter.group ? rowGroup(u.summary, nowMs) === filter.group : !u.summary.archived))
    .sort((a, b) => a.summary.tag.localeCompare(b.summary.tag, undefined, { numeric: true }))
  return (
    <YStack role="list">
      {rows.map((u) => (
        <UnitLine key={u.id} unitId={u.id} summary={u.summary} chosen={u.id === current} compact={compact} />
      ))}
      {rows.length === 0 && isNarrowed(filter) ? <Soft testID="no-match">No unit matches.</Soft> : null}
    </YStack>
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
              {summary.archived ? 'Archived' : summary.sealed ? 'Sealed' : stageWords[summary.current]}
              {summary.returnVisit
                ? ` · come back${summary.returnVisit.by ? ` by ${dayText(summary.returnVisit.by)}` : ''}`
                : ''}
              {summary.place && !compact ? ` · ${summary.place.split(',')[0]}` : ''}
            </Soft>
          </YStack>
          {compact ? null : <NeedNote summary={summary} />}
        </XStack>
      </Button>
    </YStack>
  )
})

/** The summary as the clock leaves it: another one only when a wait has ended. */
function useSummary(stored: UnitSummary): UnitSummary {
  const over = useClock((now) => stored.waits.filter((w) => w.endsMs <= now).length)
  // eslint-disable-next-line react-hooks/exhaustive-deps -- a wait that ended is what moves the clock here
  return useMemo(() => summaryAt(stored, clock.now()), [stored, over])
}

function NeedNote({ summary, compact }: { summary: UnitSummary; compact?: boolean }) {
  const { system } = useSettings()
  const wait = summary.waits.find((w) => w.endsMs > clock.now())
  if (wait && compact)
    return (
      <Ticking text={(now) => `◷ ${countdown(wait.endsMs - now)}`} fontWeight="700" fontSize="$4" lineHeight="$4" />
    )
  if (wait) {
    return (
      <YStack alignItems="flex-end" width={104}>
        <Ticking text={(now) => countdown(wait.endsMs - now)} fontWeight="700" fontSize="$6" lineHeight="$6" />
        <Text fontSize="$2" fontWeight="600" color="$ink">{`◷ ${waitWords[wait.kind]}`}</Text>
      </YStack>
    )
  }
  const { metal, mark, word } = needLook(summary)
  return (
    <Text
      width={compact ? 150 : 104}
      textAlign="right"
      fontSize="$3"
      lineHeight="$3"
      fontWeight="600"
      color={metal ? inkOf(metal) : '$copperInk'}
    >
      {`${mark} ${word ?? needWords(summary.need, system)}`}
    </Text>
  )
}

function needLook({ need, verdict }: UnitSummary): { metal?: Metal; mark: string; word?: string } {
  const { mark } = needTraits[need.code]
  if (mark === 'none') return { mark: '▸' }
  if (mark !== 'byVerdict') return { metal: mark, mark: markOf(mark) }
  return verdict === 'none'
    ? { metal: 'tooClose', mark: markOf('tooClose'), word: 'no verdict' }
    : { metal: verdict, mark: markOf(verdict), word: verdictWords[verdict] }
}
