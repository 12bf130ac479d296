import { beliefBy, beliefText } from '@zetesis/contract'
import type { ChargeBelief } from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import { Soft } from '@/ui/Words'

/** The one belief about the charge, in a line: how much is in it, how far off right, by what. */
export function BeliefLine({ belief }: { belief: ChargeBelief | undefined }) {
  const { system } = useSettings()
  if (!belief) return null
  return <Soft testID="charge-belief">{`Charge ${beliefText(belief, system)}, ${beliefBy(belief)}.`}</Soft>
}
