import type { ReactNode } from 'react'
import { YStack } from 'tamagui'
import { useLongList } from './useLongList'

/** A list of lines, however many: those near what is seen are drawn. Each line says for itself that it is one (`listitem`, `row`). */
export function LongList<T>({
  items,
  keyOf,
  usualHeight,
  role = 'list',
  children,
}: {
  items: readonly T[]
  keyOf: (item: T) => string
  /** of a line, px; what it really is, is measured */
  usualHeight: number
  role?: 'list' | 'rowgroup'
  children: (item: T) => ReactNode
}) {
  const { place, shown, above, below, measure } = useLongList(items.length, usualHeight)
  return (
    <YStack role={role} ref={place as never} paddingTop={above} paddingBottom={below}>
      {shown.map((index) => {
        const item = items[index]
        if (item === undefined) return null
        const key = keyOf(item)
        return measure ? (
          <YStack key={key} role="presentation" ref={measure(index) as never}>
            {children(item)}
          </YStack>
        ) : (
          <YStack key={key} role="presentation">
            {children(item)}
          </YStack>
        )
      })}
    </YStack>
  )
}
