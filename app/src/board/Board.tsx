import { createColumnHelper, getCoreRowModel, getSortedRowModel, useReactTable } from '@tanstack/react-table'
import ArrowDown from 'lucide-react-native/icons/arrow-down'
import ArrowUp from 'lucide-react-native/icons/arrow-up'
import { memo, useMemo, useState, type ReactNode } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { Disclosure } from '@/ui/Disclosure'
import { Several } from '@/ui/Several'
import { usePalette } from '@/ui/useDark'
import { Soft } from '@/ui/Words'
import { useBoardLook } from './boards'
import { LongList } from './LongList'

/** One column of a board. */
export interface BoardColumn<T> {
  readonly id: string
  readonly title: string
  /** share of the width, beside the others' */
  readonly share: number
  readonly cell: (row: T) => ReactNode
  /** what the board is sorted by at this column; none: it can't be */
  readonly by?: (row: T) => string | number
  readonly right?: boolean
}

/**
 * A wide page's list: a line each, sorted by a press on a column's head, columns left out as somebody likes. The first column is what a line is called: it is
 * the link, and always there.
 */
export function Board<T>({
  name,
  rows,
  columns,
  keyOf,
  titleOf,
  onOpen,
  testIdOf,
}: {
  /** under which its look is kept on this device */
  name: string
  rows: readonly T[]
  columns: readonly BoardColumn<T>[]
  keyOf: (row: T) => string
  /** what a line is called, for listening */
  titleOf: (row: T) => string
  onOpen: (row: T) => void
  testIdOf: (row: T) => string
}) {
  const [look, setLook] = useBoardLook(name)
  const [open, setOpen] = useState(false)
  const { sort, hidden } = look
  const table = useReactTable({
    data: rows as T[],
    columns: useMemo(() => {
      const helper = createColumnHelper<T>()
      return columns.map((column) =>
        helper.accessor((row: T) => column.by?.(row) ?? '', {
          id: column.id,
          enableSorting: column.by !== undefined,
          sortingFn: 'alphanumeric',
        }),
      )
    }, [columns]),
    state: { sorting: useMemo(() => (sort ? [{ id: sort.id, desc: sort.down }] : []), [sort]) },
    // nothing of it has pages, and to go back to the first would draw the board again and again
    autoResetAll: false,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  })
  const shown = useMemo(
    () => columns.filter((column, index) => index === 0 || !hidden.includes(column.id)),
    [columns, hidden],
  )
  // up, down, as it comes
  const press = (id: string) =>
    setLook({
      hidden,
      ...(sort?.id !== id ? { sort: { id, down: false } } : sort.down ? {} : { sort: { id, down: true } }),
    })
  return (
    <YStack gap="$2">
      <YStack role="table" aria-label={name} testID={`board-${name}`}>
        <XStack role="row" borderBottomWidth={2} borderColor="$rule">
          {shown.map((column) => (
            <Head key={column.id} column={column} sort={sort} onPress={() => press(column.id)} />
          ))}
        </XStack>
        <LongList
          items={table.getRowModel().rows}
          keyOf={(row) => keyOf(row.original)}
          usualHeight={57}
          role="rowgroup"
        >
          {({ original }) => (
            <BoardLine
              row={original}
              columns={shown}
              title={titleOf(original)}
              testID={testIdOf(original)}
              onOpen={onOpen as (row: unknown) => void}
            />
          )}
        </LongList>
      </YStack>
      <Disclosure
        title="Columns"
        summary={hidden.length === 0 ? 'all shown' : `${hidden.length} left out`}
        open={open}
        onToggle={() => setOpen(!open)}
        testID={`columns-${name}`}
      >
        <Several
          label="Shown"
          options={columns.slice(1).map(({ id, title }) => ({ value: id, label: title }))}
          values={columns
            .slice(1)
            .map(({ id }) => id)
            .filter((id) => !hidden.includes(id))}
          onChange={(wanted) =>
            setLook({
              ...look,
              hidden: columns
                .slice(1)
                .map(({ id }) => id)
                .filter((id) => !wanted.includes(id)),
            })
          }
          testID="column"
        />
      </Disclosure>
    </YStack>
  )
}

function Head<T>({
  column: { id, title, share, by, right },
  sort,
  onPress,
}: {
  column: BoardColumn<T>
  sort: { readonly id: string; readonly down: boolean } | undefined
  onPress: () => void
}) {
  const { ink } = usePalette()
  const on = sort?.id === id
  const Arrow = sort?.down ? ArrowDown : ArrowUp
  return (
    <XStack
      role="columnheader"
      aria-sort={on ? (sort.down ? 'descending' : 'ascending') : 'none'}
      {...cell(share, right)}
    >
      {by ? (
        <Button
          unstyled
          role="button"
          minHeight={48}
          minWidth={48}
          borderWidth={0}
          padding={0}
          gap="$1"
          flexDirection="row"
          alignItems="center"
          backgroundColor="transparent"
          cursor="pointer"
          testID={`sort-${id}`}
          onPress={onPress}
        >
          <Text fontSize="$3" fontWeight="700" color={on ? '$ink' : '$soft'}>
            {title}
          </Text>
          {on ? <Arrow size={16} color={ink} /> : null}
        </Button>
      ) : (
        <Soft fontWeight="700">{title}</Soft>
      )}
    </XStack>
  )
}

const cell = (share: number, right?: boolean) =>
  ({
    flexGrow: share,
    flexShrink: share,
    flexBasis: 0,
    minWidth: 0,
    alignItems: 'center',
    paddingRight: right ? '$5' : '$3',
    justifyContent: right ? 'flex-end' : 'flex-start',
  }) as const

const BoardLine = memo(function BoardLine({
  row,
  columns,
  title,
  testID,
  onOpen,
}: {
  row: unknown
  columns: readonly BoardColumn<never>[]
  title: string
  testID: string
  onOpen: (row: unknown) => void
}) {
  return (
    <XStack
      role="row"
      minHeight={56}
      borderBottomWidth={1}
      borderColor="$rule"
      cursor="pointer"
      hoverStyle={{ backgroundColor: '$card' }}
      onPress={() => onOpen(row)}
    >
      {columns.map((column, index) => (
        <XStack key={column.id} role="cell" {...cell(column.share, column.right)}>
          {index === 0 ? (
            <Button
              unstyled
              role="link"
              aria-label={title}
              testID={testID}
              minHeight={48}
              minWidth={48}
              maxWidth="100%"
              borderWidth={0}
              padding={0}
              alignItems="flex-start"
              justifyContent="center"
              backgroundColor="transparent"
              cursor="pointer"
              onPress={() => onOpen(row)}
            >
              {column.cell(row as never)}
            </Button>
          ) : (
            column.cell(row as never)
          )}
        </XStack>
      ))}
    </XStack>
  )
})
