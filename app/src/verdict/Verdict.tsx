import {
  findingWords,
  inputWords,
  methodWords,
  noTargetWords,
  targetSourceWords,
  howSureWords,
  verdictWord,
} from '@zetesis/contract'
import {
  channelDimensions,
  formatNumber,
  show,
  showText,
  spreadDimension,
  type JudgedReading,
  type UnitSystem,
} from '@zetesis/core'
import type { ReactNode } from 'react'
import { Text, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { drawn } from '@/ui/drawn'
import { telling } from '@/ui/telling'
import { Body, Figure, Soft } from '@/ui/Words'

/** Verdict first, then the number, then the reason. */
export function Verdict({ judged, note }: { judged: JudgedReading; note?: string }) {
  const { system } = useSettings()
  const { target, decidingValueK, verdict, uncertainty } = judged
  const shown = decidingValueK === undefined ? undefined : show('temperatureDifference', decidingValueK, system)
  const spread = uncertainty && show('temperatureDifference', 2 * uncertainty.standardK, system).figure
  const impossible = judged.findings.some((f) => f.code === 'impossible')
  const decided = shown && target.ok && !impossible
  return (
    <VerdictBanner
      verdict={verdict}
      word={verdictWord(judged)}
      figure={decided ? shown.figure : undefined}
      beside={decided ? `${spread ? `± ${spread} ` : ''}${shown.unit} ${target.deciding}` : undefined}
      target={target.ok ? targetText(judged, system) : noTargetWords(target.reason, system, judged.method)}
      settle={verdict === 'tooClose' ? settleText(judged, system) : undefined}
      note={note}
    />
  )
}

const VerdictBanner = telling(
  function VerdictBanner({
    verdict,
    word,
    figure,
    beside,
    target,
    settle,
    note,
  }: {
    verdict: JudgedReading['verdict']
    word: string
    figure?: ReactNode
    beside?: ReactNode
    target: ReactNode
    settle?: ReactNode
    note?: string
  }) {
    return (
      <Banner
        metal={verdict}
        word={word}
        figure={
          figure === undefined ? undefined : (
            <>
              <Figure fontSize="$7" lineHeight="$7" testID="deciding-figure">
                {figure}
              </Figure>
              <Body>{beside}</Body>
            </>
          )
        }
        testID="verdict"
      >
        <YStack gap="$1">
          <Body fontSize="$3" lineHeight="$3">
            {target}
          </Body>
          {settle === undefined ? null : (
            <Body fontSize="$3" lineHeight="$3" fontWeight="600" testID="settle-with">
              {settle}
            </Body>
          )}
          {note ? <Soft>{note}</Soft> : null}
        </YStack>
      </Banner>
    )
  },
  'figure',
  'beside',
  'target',
  'settle',
)

function targetText(judged: JudgedReading, system: UnitSystem): string {
  const { target, requiredLineK } = judged
  if (!target.ok) return ''
  const low = show('temperatureDifference', target.lowK, system).figure
  const high = showText('temperatureDifference', target.highK, system)
  const aim =
    requiredLineK === undefined
      ? ''
      : ` Aim for a ${target.deciding === 'superheat' ? 'suction' : 'liquid'} line of ${showText('temperature', requiredLineK, system)}.`
  const likely = howSureWords(judged)
  const sure = likely === '' ? '' : ` ${capital(likely)}.`
  return `Target ${showText('temperatureDifference', target.targetK, system)} ${targetSourceWords[target.source]}; in from ${low} to ${high}.${sure}${aim}`
}

const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`

/** What would settle a verdict that is too close to call: the channel, the accuracy, and an instrument that has it. */
function settleText({ uncertainty, settling }: JudgedReading, system: UnitSystem): string {
  const top = uncertainty?.shares[0]
  const share = top ? `${inputWords(top.channel)} makes ${formatNumber(top.share * 100, 0)} % of the doubt` : ''
  const sentence = share === '' ? '' : `${capital(share)}.`
  if (!settling) return sentence
  if (!settling.ok) {
    return settling.reason === 'onLimit'
      ? `${sentence} It stands on the limit: bring it further inside, no gauge settles that.`
      : `${sentence} No single better instrument settles it: several are too coarse for this tolerance.`
  }
  const dimension = spreadDimension(channelDimensions[settling.channel])
  const accuracy = `±${showText(dimension, settling.halfWidth, system)} on ${inputWords(settling.channel)} would settle it`
  const [first] = settling.instruments
  return `${sentence} ${accuracy}${first ? `: “${first.name}” in your kit has it.` : '; nothing in the kit has it.'}`
}

/** Why this quantity decides. */
export function MethodLine({ judged }: { judged: JudgedReading }) {
  return judged.target.ok ? <Soft testID="method-line">{methodWords[judged.target.because]}</Soft> : null
}

const severityInk = { stop: '$oxide', danger: '$oxide', hold: '$brass', note: '$ink' } as const
const severityMark = { stop: '◆ Stop', danger: '◆ Danger', hold: '◐ Not today', note: '○ Note' } as const

/** What speaks against trusting the reading, gravest first. */
export function Findings({ judged, reasons = [] }: { judged: JudgedReading; reasons?: readonly string[] }) {
  const { system } = useSettings()
  const order = ['stop', 'danger', 'hold', 'note'] as const
  const sorted = [...judged.findings].sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity))
  if (sorted.length === 0 && reasons.length === 0) return null
  const lines = sorted.map((finding) => ({
    key: `${finding.code}${finding.instrument ?? ''}`,
    severity: finding.severity,
    words: findingWords(finding, system, judged.method),
  }))
  return <FindingLines lines={lines} reasons={reasons} />
}

const FindingLines = drawn(function FindingLines({
  lines,
  reasons,
}: {
  lines: readonly { key: string; severity: keyof typeof severityInk; words: string }[]
  reasons: readonly string[]
}) {
  return (
    <YStack gap="$2" testID="findings">
      {reasons.map((reason) => (
        <Body key={reason}>{reason}</Body>
      ))}
      {lines.map(({ key, ...line }) => (
        <FindingLine key={key} {...line} />
      ))}
    </YStack>
  )
})

const FindingLine = telling(function FindingLine({
  severity,
  words,
}: {
  severity: keyof typeof severityInk
  words: ReactNode
}) {
  return (
    <Text fontSize="$3" lineHeight="$3" color="$ink">
      <Text fontSize="$3" fontWeight="700" color={severityInk[severity]}>{`${severityMark[severity]}  `}</Text>
      {words}
    </Text>
  )
}, 'words')
