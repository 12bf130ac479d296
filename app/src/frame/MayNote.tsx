import { mayNotWords } from '@zetesis/contract'
import { answerFor, type Right } from '@zetesis/core'
import { useSession } from '@/sync/useSession'
import { Banner } from '@/ui/Banner'

/** Whether the person may do such things alone, by the company's table. */
export function useMay(right: Right): boolean {
  const { user } = useSession()
  return !!user && answerFor(user, right) === 'yes'
}

/** Says at the head of a page what the person may not do on it; nothing where they may. */
export function MayNote({ right }: { right: Right }) {
  const { user } = useSession()
  if (!user) return null
  const answer = answerFor(user, right)
  if (answer === 'yes') return null
  return (
    <Banner metal="none" word="To read" testID={`may-not-${right}`}>
      {mayNotWords({ role: user.role, right, answer })}
    </Banner>
  )
}
