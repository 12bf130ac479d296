import type { SessionUser } from '@zetesis/contract'
import { useAllOutboxItems } from '@/sync/useOutbox'
import { endSession } from '@/sync/useSession'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import { OpenPage } from './OpenPage'

/** Somebody was taken out of the company while their phone was away: what it still holds is handed over, and nothing else is shown. */
export function Removed({ was }: { was: SessionUser }) {
  const waiting = useAllOutboxItems().filter((i) => i.author.id === was.id && !i.refused).length
  return (
    <OpenPage
      title={was.company}
      intro={`A lead took you, ${was.name}, out of this company. Ask them if that is a mistake.`}
    >
      <Body testID="handing-over">
        {waiting > 0
          ? `${waiting === 1 ? 'An entry' : `${waiting} entries`} that this device still holds ${waiting === 1 ? 'is' : 'are'} being handed over, for a lead to look through.`
          : 'Everything that this device still held is handed over, for a lead to look through.'}
      </Body>
      <Press look="plain" testID="leave" disabled={waiting > 0} onPress={() => void endSession()}>
        Sign in anew
      </Press>
    </OpenPage>
  )
}
