import { entryWords, mayNotWords, reasonWords } from '@zetesis/contract'
import { allItems, isStrikable, type LogItem } from '@zetesis/core'
import { format } from 'date-fns/format'
import { isToday } from 'date-fns/isToday'
import { useState } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { useReason } from './useReason'
import type { UnitHandle } from './useUnit'
import { whenSafe } from '@/sync/client'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Soft } from '@/ui/Words'

/** The log, newest first, as typed; a wrong entry is struck out by a later one that says why. */
export function LogList({ unit }: { unit: UnitHandle }) {
  const { record } = unit
  const items = [...allItems(record), ...record.struck, ...record.ignored].filter((i) => i.entry.kind !== 'struck')
  const sorted = items.sort(
    (a, b) => Date.parse(b.entry.at) - Date.parse(a.entry.at) || (b.seq ?? 1e9) - (a.seq ?? 1e9),
  )
  return (
    <YStack role="list" testID="log">
      {sorted.map((item) => (
        <LogLine key={item.entry.id} item={item} unit={unit} />
      ))}
    </YStack>
  )
}

function LogLine({ item, unit }: { item: LogItem; unit: UnitHandle }) {
  const [open, setOpen] = useState(false)
  const reason = useReason(unit, `strike.${item.entry.id}`, reasonWords.strike)
  const at = new Date(item.entry.at)
  const strike = unit.record.strikes[item.entry.id]
  const strikable = !strike && !unit.view.sealed && isStrikable(item.entry)
  const may = unit.may({ kind: 'struck', strikes: item.entry.id, reason: reason.text })
  const canStrike = strikable && may.may
  const strikeOut = () => {
    const isGiven = reason.give((words) => unit.append({ kind: 'struck', strikes: item.entry.id, reason: words }))
    if (isGiven) whenSafe(() => setOpen(false))
  }
  return (
    <YStack role="listitem" borderBottomWidth={1} borderColor="$rule">
      <Button
        unstyled
        role="button"
        aria-expanded={open}
        minHeight={48}
        width="100%"
        justifyContent="center"
        paddingVertical="$2"
        borderWidth={0}
        backgroundColor="transparent"
        cursor="pointer"
        onPress={() => setOpen(!open)}
      >
        <XStack width="100%" gap="$3" alignItems="flex-start">
          <Text
            fontFamily="$figure"
            fontWeight="600"
            fontSize="$3"
            lineHeight="$3"
            color="$soft"
            width={48}
            textAlign="left"
          >
            {format(at, isToday(at) ? 'HH:mm' : 'd MMM HH:mm')}
          </Text>
          <Text
            flex={1}
            minWidth={0}
            textAlign="left"
            fontSize="$3"
            lineHeight="$3"
            color="$ink"
            textDecorationLine={strike ? 'line-through' : 'none'}
          >
            {entryWords(item.entry)}
          </Text>
        </XStack>
      </Button>
      {strike ? (
        <Soft paddingLeft={60} paddingBottom="$2">{`Struck out by ${strike.author.name}: ${strike.entry.reason}`}</Soft>
      ) : null}
      {open ? (
        <YStack paddingLeft={60} paddingBottom="$3" gap="$2">
          <Soft>{`${item.author.name} · ${format(new Date(item.entry.at), 'EEE d MMM yyyy, HH:mm:ss')} · ${item.seq === null ? 'not sent yet' : `entry ${item.seq}`}`}</Soft>
          {canStrike ? (
            <>
              <TextField label={reasonWords.strikeLabel} {...reason.field} testID="strike-reason" />
              <Press look="stop" testID="strike" onPress={strikeOut}>
                Strike it out
              </Press>
            </>
          ) : strikable && !may.may && unit.user ? (
            <Soft>{mayNotWords({ role: unit.user.role, ...may })}</Soft>
          ) : null}
        </YStack>
      ) : null}
    </YStack>
  )
}
