import { showText, targetAtStep, type JudgedReading, type TuningRun } from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'

const SINCE = 'since the charge last changed: the weather or the house did.'

/** Said beside a live reading when its target stands elsewhere than the one that the last step went for. */
export function TargetMoved({
  tuning,
  judged: { target, method },
}: {
  tuning: Pick<TuningRun, 'trail' | 'lastStepMs'>
  judged: Pick<JudgedReading, 'target' | 'method'>
}) {
  const { system } = useSettings()
  const before = targetAtStep(tuning)
  if (before === undefined || !target.ok || Math.abs(target.targetK - before) <= method.targetMovedK.si) return null
  const d = (k: number) => showText('temperatureDifference', k, system)
  return <Moved>{`From ${d(before)} to ${d(target.targetK)} ${SINCE}`}</Moved>
}

/** The same of a logged reading, whose run knows by how much. */
export function TargetMovedBy({ movedK }: { movedK: number }) {
  const { system } = useSettings()
  return <Moved>{`By ${showText('temperatureDifference', movedK, system)} ${SINCE}`}</Moved>
}

const Moved = ({ children }: { children: string }) => (
  <Banner metal="tooClose" word="The target moved" testID="target-moved">
    {children}
  </Banner>
)
