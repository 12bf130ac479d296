import { countdown, needWords, verdictWord, waitWords, type UnitRow } from '@zetesis/contract'
import { needTraits, showText, stages, type UnitSummary, type UnitSystem } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMemo } from 'react'
import { Text, YStack } from 'tamagui'
import { Board, type BoardColumn } from '@/board/Board'
import { CopperBadge } from '@/charts/CopperBadge'
import { unitPath } from '@/frame/routes'
import { useSettings } from '@/settings/settings'
import { clock } from '@/sync/clock'
import { inkOf, markOf } from '@/ui/Banner'
import { Ticking } from '@/ui/Ticking'
import { Body, Figure, Soft, Tag } from '@/ui/Words'
import { needLook, useSummary } from '@/unit/NeedNote'
import { standsAt } from '@/unit/RowList'

/** A row of units on a wide page: every unit a line, with what a lead looks for. */
export function UnitBoard({ rows }: { rows: readonly UnitRow[] }) {
  const router = useRouter()
  const { system } = useSettings()
  const columns = useMemo(() => columnsIn(system), [system])
  const open = useMemo(() => (row: UnitRow) => router.navigate(unitPath(row.id) as never), [router])
  return (
    <Board
      name="units"
      rows={rows}
      columns={columns}
      keyOf={(row) => row.id}
      titleOf={(row) => row.summary.tag}
      testIdOf={(row) => `unit-${row.summary.tag}`}
      onOpen={open}
    />
  )
}

const stageAt = (s: UnitSummary) => (s.archived ? -1 : s.sealed ? stages.length : stages.indexOf(s.current))
const verdictOrder = { out: 0, tooClose: 1, in: 2, none: 3 } as const

function columnsIn(system: UnitSystem): BoardColumn<UnitRow>[] {
  return [
    {
      id: 'unit',
      title: 'Unit',
      share: 5,
      by: (u) => u.summary.tag,
      cell: ({ summary: { tag, place } }) => (
        <YStack maxWidth="100%" alignItems="flex-start">
          <Tag fontSize="$5" lineHeight="$5">
            {tag}
          </Tag>
          {place ? (
            <Soft numberOfLines={1} textAlign="left">
              {place}
            </Soft>
          ) : null}
        </YStack>
      ),
    },
    {
      id: 'line',
      title: 'Copper line',
      share: 5,
      cell: (u) => <Line summary={u.summary} />,
    },
    {
      id: 'stage',
      title: 'Stage',
      share: 4,
      by: (u) => stageAt(u.summary),
      cell: (u) => <Body fontSize="$3">{standsAt(u.summary)}</Body>,
    },
    {
      id: 'need',
      title: 'Needs',
      share: 5,
      by: (u) => needTraits[u.summary.need.code].urgency,
      cell: (u) => <Needs summary={u.summary} system={system} />,
    },
    { id: 'wait', title: 'Waits', share: 4, by: waitEnds, cell: (u) => <Waits summary={u.summary} /> },
    {
      id: 'verdict',
      title: 'Verdict',
      share: 3,
      by: (u) => verdictOrder[u.summary.verdict],
      cell: (u) => <Verdict summary={u.summary} />,
    },
    {
      id: 'charge',
      title: 'Weighed in',
      share: 4,
      right: true,
      by: (u) => u.summary.charge?.inKg ?? -Infinity,
      cell: (u) => <Charged charge={u.summary.charge} system={system} />,
    },
    {
      id: 'who',
      title: 'Who',
      share: 4,
      by: (u) => u.summary.who?.[0]?.name ?? '',
      cell: (u) => <Soft numberOfLines={2}>{(u.summary.who ?? []).map((w) => w.name).join(', ')}</Soft>,
    },
  ]
}

const running = (summary: UnitSummary) => summary.waits.find((w) => w.endsMs > clock.now())
const waitEnds = (u: UnitRow) => running(u.summary)?.endsMs ?? Infinity

function Line({ summary: stored }: { summary: UnitSummary }) {
  return <CopperBadge stages={useSummary(stored).stages} />
}

function Needs({ summary: stored, system }: { summary: UnitSummary; system: UnitSystem }) {
  const summary = useSummary(stored)
  const { metal, mark, word } = needLook(summary)
  return (
    <Text fontSize="$3" lineHeight="$3" fontWeight="600" color={metal ? inkOf(metal) : '$copperInk'}>
      {`${mark} ${word ?? needWords(summary.need, system)}`}
    </Text>
  )
}

function Waits({ summary: stored }: { summary: UnitSummary }) {
  const wait = running(useSummary(stored))
  if (!wait) return <Soft>–</Soft>
  return (
    <YStack>
      <Ticking text={(now) => `◷ ${countdown(wait.endsMs - now)}`} fontWeight="700" fontSize="$4" lineHeight="$4" />
      <Soft>{waitWords[wait.kind]}</Soft>
    </YStack>
  )
}

function Verdict({ summary }: { summary: UnitSummary }) {
  const { verdict } = summary
  if (verdict === 'none') return <Soft>–</Soft>
  return (
    <Text fontSize="$3" fontWeight="700" color={inkOf(verdict)}>
      {`${markOf(verdict)} ${verdictWord(summary)}`}
    </Text>
  )
}

function Charged({ charge, system }: { charge: UnitSummary['charge']; system: UnitSystem }) {
  if (!charge) return <Soft>–</Soft>
  return (
    <YStack alignItems="flex-end">
      <Figure fontSize="$4" lineHeight="$4">
        {showText('mass', charge.inKg, system)}
      </Figure>
      {charge.dueKg === undefined ? null : <Soft>{`of ${showText('mass', charge.dueKg, system)}`}</Soft>}
    </YStack>
  )
}
