import {
  blankOffWords,
  causeText,
  countdown,
  decayReason,
  holdLine,
  minutesText,
  pullDownWords,
  rateText,
  verdictWords,
} from '@zetesis/contract'
import { isJudged, showText, stallCauses, toSi, type DecayResult, type UnitView } from '@zetesis/core'
import { Text } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { useClock } from '@/settings/useNow'
import { Banner } from '@/ui/Banner'
import { Ticking } from '@/ui/Ticking'
import { Body, Figure, Soft } from '@/ui/Words'
import type { DecayAnswer } from '@/workers/decay.worker'

/** The verdict first, then the number, then what the curve says; while nothing is decided, what to wait for. */
export function DecayBanner({ view, recorded }: { view: UnitView; recorded?: DecayAnswer }) {
  const { vacuum } = view
  if (isJudged(vacuum.verdict)) return <Judged view={view} />
  if (vacuum.phase === 'holding') return <Holding view={view} live={recorded?.result ?? vacuum.decay} />
  return <Pulling view={view} recorded={recorded} />
}

function Judged({ view }: { view: UnitView }) {
  const { system } = useSettings()
  const { vacuum, facts } = view
  const { verdict, decay } = vacuum
  if (!isJudged(verdict)) return null
  const line = holdLine(vacuum, system) ?? ''
  const limit = showText('vacuum', vacuum.limitPa, system)
  return (
    <Banner
      metal={verdict.state}
      word={verdictWords[verdict.state]}
      testID="decay-verdict"
      figure={
        decay ? (
          <Text fontSize="$5" lineHeight="$5" color="$ink" testID="decay-cause">
            {causeText(decay, facts.work)}
          </Text>
        ) : undefined
      }
    >
      <Figure fontSize="$5" lineHeight="$5">
        {line}
      </Figure>
      <Body fontSize="$3" lineHeight="$3">
        {`${decay ? decayReason(decay, system) : `Rising ${rateText(verdict.risePaPerMin / 60, system)} on average.`} Limit ${limit}.`}
      </Body>
    </Banner>
  )
}

function Holding({ view, live }: { view: UnitView; live?: DecayResult }) {
  const { system } = useSettings()
  const { vacuum, facts } = view
  const { limitPa, holdS, holdEndsMs = 0 } = vacuum
  const runs = useClock((now) => holdEndsMs > now)
  const limit = showText('vacuum', limitPa, system)
  const plainOut = live?.verdict === 'out'
  return (
    <Banner
      metal="none"
      word={runs ? 'Holding' : 'Hold is over'}
      testID="decay-verdict"
      figure={runs ? <Ticking testID="hold-left" text={(now) => countdown(holdEndsMs - now)} /> : undefined}
    >
      {live && live.confidence > 0 ? (
        <>
          <Body fontSize="$3" lineHeight="$3" testID="decay-so-far">
            {`So far ${causeText(live, facts.work)}, at ${showText('vacuum', live.endPa, system)}. ${decayReason(live, system)}`}
          </Body>
          <Soft>
            {plainOut
              ? `Over the limit of ${limit} already, or sure to be.`
              : `Limit ${limit} after ${minutesText(holdS)}.`}
          </Soft>
        </>
      ) : runs ? (
        `Valved off. Read the gauge now and then, and once when ${minutesText(holdS)} are over. Limit ${limit}.`
      ) : (
        `Read the gauge once more: the verdict needs a reading after ${minutesText(holdS)}.`
      )}
    </Banner>
  )
}

function Pulling({ view, recorded }: { view: UnitView; recorded?: DecayAnswer }) {
  const { system } = useSettings()
  const { vacuum } = view
  const { phase, samples, breaksLeft, targetPa, holdS, limitPa, breaks, ready } = vacuum
  const lastPa = recorded?.lastPa ?? samples.at(-1)?.pressurePa
  const pull = recorded?.pull
  const target = showText('vacuum', targetPa, system)
  if (phase === 'breaking') return <Soaking endsMs={breaks.at(-1)?.soakEndsMs ?? 0} />
  const hose = ready?.hose ? toSi('tube', ready.hose) : undefined
  const causes = stallCauses({ ...ready, bigHoses: hose === undefined ? undefined : hose >= view.method.bigHoseM.si })
  const proof = blankOffWords(vacuum, system)
  const goal =
    breaksLeft > 0
      ? `To ${target}, then break with nitrogen: ${breaksLeft} to go.`
      : `To ${target}, then valve off and hold ${minutesText(holdS)} at or under ${showText('vacuum', limitPa, system)}.`
  return (
    <Banner
      metal={pull?.state === 'stalled' ? 'tooClose' : 'none'}
      word={
        phase === 'idle' && lastPa === undefined ? 'Not begun' : pull?.state === 'stalled' ? 'Stalled' : 'Pulling down'
      }
      testID="decay-verdict"
      figure={lastPa === undefined ? undefined : <Figure>{showText('vacuum', lastPa, system)}</Figure>}
    >
      {pull ? (
        <Body fontSize="$3" lineHeight="$3" testID="pull-down">
          {pullDownWords(pull, causes, system)}
        </Body>
      ) : null}
      <Body fontSize="$3" lineHeight="$3">
        {goal}
      </Body>
      {proof ? (
        <Body fontSize="$3" lineHeight="$3" color="$oxide">
          {proof}
        </Body>
      ) : null}
    </Banner>
  )
}

/** Nitrogen stands in it: how long still, and then what. */
function Soaking({ endsMs }: { endsMs: number }) {
  const stands = useClock((now) => endsMs > now)
  return (
    <Banner
      metal="none"
      word={stands ? 'Nitrogen stands' : 'Pump on again'}
      testID="decay-verdict"
      figure={stands ? <Ticking testID="hold-left" text={(now) => countdown(endsMs - now)} /> : undefined}
    >
      Let it stand, then let it off to atmosphere and pull again.
    </Banner>
  )
}
