import { actWords, countdown, waitWords } from '@zetesis/contract'
import { agenda } from '@zetesis/core'
import { usePathname, useRouter } from 'expo-router'
import { useMemo, useState } from 'react'
import { Button, Text, useMedia, XStack, YStack } from 'tamagui'
import { useClock } from '@/settings/useNow'
import { clock } from '@/sync/clock'
import { useUnits } from '@/sync/useUnits'
import { useTyping } from '@/ui/fields'
import { Ticking } from '@/ui/Ticking'
import { useBar } from './barAction'
import { goToShown, useLine, type BarLine } from './barLine'
import { needHref, unitPath } from './routes'
import { SyncNote } from './SyncNote'

/** At the bottom of every screen: the next wait to end, what is unsent, and the next thing to do, within the thumb's reach. */
export function WaitBar() {
  const { units, loading, error } = useUnits()
  // before the first answer nobody knows whether anything waits
  const isKnown = !loading && (!error || units.length > 0)
  const over = useClock((now) =>
    units.reduce((sum, u) => sum + u.summary.waits.filter((w) => w.endsMs <= now).length, 0),
  )
  const { action, run } = useBar()
  const line = useLine()
  const [open, setOpen] = useState(false)
  const router = useRouter()
  const { wide } = useMedia()
  // while a field has the focus the keyboard takes half of a phone: the bar is its action alone
  const alone = useTyping() && !wide
  const { waits, todo } = useMemo(
    () =>
      agenda(
        units.map((u) => ({ unitId: u.id, summary: u.summary })),
        clock.now(),
      ),
    // oxlint-disable-next-line react/exhaustive-deps -- a wait that ended is what moves the clock here
    [units, over],
  )
  const [nextWait, ...others] = waits
  const next = todo[0]
  const nextLabel = next ? actWords(next.summary.need, next.tag) : isKnown ? 'Nothing waits on you' : 'Not known yet'
  const nextPath = next && needHref(next.unitId, next.summary.need, next.summary.current)
  const here = usePathname() === nextPath
  const goNext = () => nextPath && router.navigate(nextPath as never)

  const waitRow = (
    <XStack
      alignItems="center"
      justifyContent="space-between"
      columnGap="$3"
      minHeight={32}
      flexGrow={wide ? 1 : 0}
      flexWrap="wrap"
    >
      {nextWait ? (
        <WaitLine
          tag={nextWait.tag}
          endsMs={nextWait.wait.endsMs}
          word={waitWords[nextWait.wait.kind]}
          onPress={() => router.navigate(unitPath(nextWait.unitId) as never)}
        />
      ) : (
        <Text color="$onBarSoft" fontSize="$3">
          {isKnown ? 'No wait runs' : 'Waits: not known yet'}
        </Text>
      )}
      <XStack alignItems="center" gap="$3">
        {others.length > 0 ? (
          <BarLink
            onPress={() => setOpen(!open)}
            expanded={open}
          >{`${others.length} more ${open ? '▾' : '▴'}`}</BarLink>
        ) : null}
        <SyncNote />
      </XStack>
    </XStack>
  )
  const nextLink = action && next && !here ? <BarLink onPress={goNext}>{`Next: ${nextLabel} ›`}</BarLink> : null
  const button = (
    <YStack minWidth={wide ? 340 : undefined}>
      {action ? (
        <BarButton label={action.label} disabled={action.disabled} onPress={run} />
      ) : (
        <BarButton label={nextLabel} disabled={!next} onPress={goNext} />
      )}
    </YStack>
  )
  return (
    <YStack
      backgroundColor="$bar"
      borderTopLeftRadius="$4"
      borderTopRightRadius="$4"
      paddingHorizontal={wide ? '$6' : '$3'}
      paddingTop={alone ? '$1' : '$2'}
      // on a phone the button stands at the same place whether or not she types: nothing else ever comes under the thumb there
      paddingBottom={wide ? '$3' : '$2'}
      gap="$1"
      role="contentinfo"
      testID="wait-bar"
    >
      {open && !alone
        ? others.map((w) => (
            <WaitLine
              key={w.unitId + w.wait.kind}
              tag={w.tag}
              endsMs={w.wait.endsMs}
              word={waitWords[w.wait.kind]}
              onPress={() => router.navigate(unitPath(w.unitId) as never)}
            />
          ))
        : null}
      {wide ? (
        <XStack alignItems="center" gap="$5">
          {waitRow}
          {nextLink}
          {button}
        </XStack>
      ) : (
        <>
          {alone ? null : waitRow}
          {alone ? null : nextLink}
          {alone && line ? <ShownLine line={line} /> : null}
          {button}
        </>
      )}
    </YStack>
  )
}

function WaitLine({ tag, endsMs, word, onPress }: { tag: string; endsMs: number; word: string; onPress: () => void }) {
  return (
    <Button
      unstyled
      role="link"
      flexDirection="row"
      alignItems="baseline"
      gap="$2"
      minHeight={32}
      backgroundColor="transparent"
      borderWidth={0}
      cursor="pointer"
      onPress={onPress}
    >
      <Ticking
        text={(now) => countdown(endsMs - now)}
        fontWeight="700"
        fontSize="$6"
        lineHeight="$6"
        color="$onBar"
        role="timer"
      />
      <Text color="$onBar" fontSize="$3">{`${tag} ${word}`}</Text>
    </Button>
  )
}

/** What is typed, judged as it stands, over the keyboard. */
function ShownLine({ line }: { line: BarLine }) {
  return (
    <Button
      unstyled
      role="link"
      testID="bar-line"
      minHeight={36}
      justifyContent="center"
      backgroundColor="transparent"
      borderWidth={0}
      cursor="pointer"
      onPress={() => goToShown(line)}
    >
      <Text color="$onBar" fontSize="$4" lineHeight="$4" fontWeight="700" numberOfLines={2}>
        {line.text}
      </Text>
    </Button>
  )
}

function BarLink({ children, onPress, expanded }: { children: string; onPress: () => void; expanded?: boolean }) {
  return (
    <Button
      unstyled
      role="button"
      aria-expanded={expanded}
      minHeight={36}
      alignItems="center"
      justifyContent="center"
      backgroundColor="transparent"
      borderWidth={0}
      cursor="pointer"
      onPress={onPress}
    >
      <Text color="$onBarSoft" fontSize="$3">
        {children}
      </Text>
    </Button>
  )
}

function BarButton({ label, disabled, onPress }: { label: string; disabled?: boolean; onPress: () => void }) {
  return (
    <Button
      unstyled
      role="button"
      testID="bar-action"
      disabled={disabled}
      minHeight={56}
      borderRadius="$3"
      borderWidth={0}
      backgroundColor={disabled ? '$soft' : '$copper'}
      alignItems="center"
      justifyContent="center"
      cursor="pointer"
      hoverStyle={{ backgroundColor: disabled ? '$soft' : '$copper' }}
      pressStyle={{ opacity: 0.85 }}
      onPress={onPress}
    >
      <Text color="#FFFFFF" fontSize="$5" lineHeight="$5" fontWeight="700" textAlign="center">
        {label}
      </Text>
    </Button>
  )
}
