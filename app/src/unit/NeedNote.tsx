import { countdown, needWords, verdictWord, waitWords } from '@zetesis/contract'
import { needTraits, summaryAt, type UnitSummary } from '@zetesis/core'
import { useMemo } from 'react'
import { Text, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { useClock } from '@/settings/useNow'
import { clock } from '@/sync/clock'
import { inkOf, markOf, type Metal } from '@/ui/Banner'
import { Ticking } from '@/ui/Ticking'

/** The summary as the clock leaves it: another one only when a wait has ended. */
export function useSummary(stored: UnitSummary): UnitSummary {
  const over = useClock((now) => stored.waits.filter((w) => w.endsMs <= now).length)
  // oxlint-disable-next-line react/exhaustive-deps -- a wait that ended is what moves the clock here
  return useMemo(() => summaryAt(stored, clock.now()), [stored, over])
}

/** What a unit needs, or the wait that runs. */
export function NeedNote({ summary, compact }: { summary: UnitSummary; compact?: boolean }) {
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

/** Its mark, its metal, and its word where that is a verdict. */
export function needLook(summary: UnitSummary): { metal?: Metal; mark: string; word?: string } {
  const { need, verdict } = summary
  const { mark } = needTraits[need.code]
  if (mark === 'none') return { mark: '▸' }
  if (mark !== 'byVerdict') return { metal: mark, mark: markOf(mark) }
  return verdict === 'none'
    ? { metal: 'tooClose', mark: markOf('tooClose'), word: 'no verdict' }
    : { metal: verdict, mark: markOf(verdict), word: verdictWord(summary) }
}
