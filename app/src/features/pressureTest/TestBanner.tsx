import { countdown, holdStateWords, minutesText, pressureReason } from '@zetesis/contract'
import { showText, type PressureHoldVerdict, type PressureTestRun } from '@zetesis/core'
import type { ReactNode } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { useClock } from '@/settings/useNow'
import { Banner } from '@/ui/Banner'
import { Ticking } from '@/ui/Ticking'
import { Body, Figure } from '@/ui/Words'

/** The verdict first, then the number, then why; while it holds, what it shows so far. */
export function TestBanner({
  test,
  live,
  children,
}: {
  test: PressureTestRun
  live?: PressureHoldVerdict
  /** what a hold would show, while none is begun */
  children?: ReactNode
}) {
  const { system } = useSettings()
  const { hold, limitPa, holdS } = test
  const runs = useClock((now) => hold !== undefined && hold.endsMs > now)
  if (!hold)
    return (
      <Banner metal="none" word={limitPa === undefined ? 'Plate unknown' : 'Not begun'} testID="test-verdict">
        <YStack gap="$1">
          <Body fontSize="$3" lineHeight="$3">
            {limitPa === undefined
              ? 'Read the highest test pressure from the plate first: nothing is raised without it.'
              : `Raise nitrogen in steps, listen, then hold ${minutesText(holdS)} or longer.`}
          </Body>
          {children}
        </YStack>
      </Banner>
    )
  if (hold.verdict)
    return (
      <Banner
        metal={hold.verdict.verdict === 'nothingLost' ? 'in' : hold.verdict.verdict}
        word={holdStateWords[hold.verdict.verdict]}
        testID="test-verdict"
        figure={<Figure>{showText('pressureDifference', hold.verdict.differencePa, system)}</Figure>}
      >
        {pressureReason(hold.verdict, system)}
      </Banner>
    )
  const soFar = live ?? hold.soFar
  return (
    <Banner
      metal="none"
      word={runs ? 'Holding' : 'Hold is over'}
      testID="test-verdict"
      figure={runs ? <Ticking testID="test-left" text={(now) => countdown(hold.endsMs - now)} /> : undefined}
    >
      <Body fontSize="$3" lineHeight="$3" testID="test-so-far">
        {soFar
          ? pressureReason(soFar, system)
          : 'Read gauge and temperature at the pipe together; the verdict corrects one by the other.'}
      </Body>
    </Banner>
  )
}
