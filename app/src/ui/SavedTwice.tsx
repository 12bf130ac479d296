import { Banner } from './Banner'

/** Two people corrected the same thing at once: both versions are in the book, and the later one is shown. */
export function SavedTwice({ over }: { over: string | undefined }) {
  if (!over) return null
  return (
    <Banner metal="tooClose" word="Saved twice" testID="saved-twice">
      {`${over} had saved another version just before. Both are in the book; compare with them.`}
    </Banner>
  )
}
