import { actWords, barWords, countdown, waitWords } from '@zetesis/contract'
import { agenda } from '@zetesis/core'
import { usePathname, useRouter } from 'expo-router'
import { useMemo, useState, type ReactNode } from 'react'
import { Button, Text, useMedia, XStack, YStack } from 'tamagui'
import { useClock } from '@/settings/useNow'
import { clock } from '@/sync/clock'
import { useUnits } from '@/sync/useUnits'
import { useTyping } from '@/ui/fields'
import { useLargeText } from '@/ui/useLargeText'
import { usePadHost } from '@/ui/padField'
import { Ticking } from '@/ui/Ticking'
import { useBar } from './barAction'
import { goToShown, useLine, type BarLine } from './barLine'
import { NumberPad } from './NumberPad'
import { needHref, unitPath } from './routes'
import { scrollTop } from './scrollTop'
import { SyncNote } from './SyncNote'

/** At the bottom of every screen: the next wait to end, what is unsent, and the next thing to do, within the thumb's reach. */
export function WaitBar() {
  const { units, loading, error } = useUnits()
  // before the first answer nobody knows whether anything waits
  const isKnown = !loading && (!error || units.length > 0)
  const over = useClock((now) =>
    units.reduce((sum, u) => sum + u.summary.waits.filter((w) => w.endsMs <= now).length, 0),
  )
  usePadHost()
  const { action, run } = useBar()
  const line = useLine()
  const [open, setOpen] = useState(false)
  const router = useRouter()
  const { wide } = useMedia()
  // while a field has the focus the keyboard takes half of a phone: the bar is its action alone
  const typing = useTyping()
  // and in large type what is left of it is the page's
  const large = useLargeText()
  const alone = (typing || large) && !wide
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
  const path = usePathname()
  // the unit one is in comes first for as long as it needs a hand
  const next = todo.find(({ unitId }) => path.startsWith(unitPath(unitId))) ?? todo[0]
  const nextAct = next && actWords(next.summary.need, next.tag)
  // on a unit's pages another unit's act is the next one, and says so
  const isElsewhere = next !== undefined && path.startsWith('/units/') && !path.startsWith(unitPath(next.unitId))
  const nextLabel = nextAct ?? (isKnown ? barWords.nothing : barWords.unknown)
  const goLabel = nextAct && isElsewhere ? barWords.next(nextAct) : nextLabel
  const nextPath = next && needHref(next.unitId, next.summary.need, next.summary.current)
  const here = path === nextPath
  const goNext = () => {
    if (here) scrollTop()
    else if (nextPath) router.navigate(nextPath as never)
  }
  const nextLink =
    action && next && !here ? <BarLink onPress={goNext} lines={1}>{`${barWords.next(nextLabel)} ›`}</BarLink> : null

  const waiting = nextWait ? (
    <WaitLine
      tag={nextWait.tag}
      endsMs={nextWait.wait.endsMs}
      word={waitWords[nextWait.wait.kind]}
      onPress={() => router.navigate(unitPath(nextWait.unitId) as never)}
    />
  ) : null
  const otherWaits =
    others.length > 0 ? (
      <BarLink onPress={() => setOpen(!open)} expanded={open}>{`${others.length} more ${open ? '▾' : '▴'}`}</BarLink>
    ) : null
  const row = (left: ReactNode, right: ReactNode) => (
    <XStack
      alignItems="center"
      justifyContent="space-between"
      columnGap="$3"
      minHeight={32}
      flexGrow={wide ? 1 : 0}
      flexWrap="wrap"
    >
      {left ?? <YStack />}
      {right}
    </XStack>
  )
  const notes = (
    <XStack alignItems="center" gap="$3">
      {otherWaits}
      <SyncNote />
    </XStack>
  )
  const button = (
    <YStack minWidth={wide ? 340 : undefined}>
      {action ? (
        <BarButton label={action.label} disabled={action.disabled} onPress={run} />
      ) : (
        <BarButton label={goLabel} disabled={!next} onPress={goNext} />
      )}
    </YStack>
  )
  return (
    <YStack
      backgroundColor="$bar"
      borderTopLeftRadius="$4"
      borderTopRightRadius="$4"
      paddingHorizontal={wide ? '$6' : '$3'}
      paddingTop={wide ? '$2' : alone ? (line ? '$1' : '$2') : waiting ? '$1' : 0}
      // on a phone the button stands at the same place whether or not she types: nothing else ever comes under the thumb there
      paddingBottom={wide ? '$3' : '$2'}
      gap={wide || waiting || alone ? '$1' : 0}
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
          {row(waiting ?? <NoWait isKnown={isKnown} />, notes)}
          {nextLink}
          {button}
        </XStack>
      ) : (
        <>
          {alone ? null : waiting ? row(waiting, notes) : null}
          {alone
            ? null
            : waiting
              ? nextLink
              : row(nextLink ?? (isKnown ? null : <NoWait isKnown={false} />), <SyncNote />)}
          {alone && line ? <ShownLine line={line} /> : null}
          {alone ? <NumberPad /> : null}
          {button}
        </>
      )}
    </YStack>
  )
}

/** That nothing runs, where there is room to say so; that nobody knows yet, everywhere. */
const NoWait = ({ isKnown }: { isKnown: boolean }) => (
  <Text color="$onBarSoft" fontSize="$3">
    {isKnown ? barWords.noWait : barWords.waitsUnknown}
  </Text>
)

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

function BarLink({
  children,
  onPress,
  expanded,
  lines,
}: {
  children: string
  onPress: () => void
  expanded?: boolean
  lines?: number
}) {
  return (
    <Button
      unstyled
      role="button"
      aria-expanded={expanded}
      minHeight={36}
      flexShrink={1}
      alignItems="center"
      justifyContent="center"
      backgroundColor="transparent"
      borderWidth={0}
      cursor="pointer"
      onPress={onPress}
    >
      <Text color="$onBarSoft" fontSize="$3" {...(lines ? { numberOfLines: lines } : {})}>
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
