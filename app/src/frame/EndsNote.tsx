import { dayText } from '@zetesis/contract'
import { useSession } from '@/sync/useSession'
import { Banner } from '@/ui/Banner'

const DAY = 10

/** Says that this company is to be deleted, and when, as long as a lead can keep it. */
export function EndsNote() {
  const { user } = useSession()
  if (!user?.ends) return null
  return (
    <Banner metal="out" word="To be deleted" testID="company-ends">
      {`${user.company} is deleted on ${dayText(user.ends.slice(0, DAY))}, with every log and paper of it. Until then a lead can keep it, and take everything along, under Company, Leaving.`}
    </Banner>
  )
}
