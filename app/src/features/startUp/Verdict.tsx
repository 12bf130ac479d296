import { findingWords, noTargetWords, targetSourceWords, verdictWords } from '@zetesis/contract'
import { show, showText, type JudgedReading, type UnitSystem } from '@zetesis/core'
import { Text, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Body, Figure, Soft } from '@/ui/Words'

/** Verdict first, then the number, then the reason. */
export function Verdict({ judged, note }: { judged: JudgedReading; note?: string }) {
  const { system } = useSettings()
  const { target, decidingValueK, verdict } = judged
  const shown = decidingValueK === undefined ? undefined : show('temperatureDifference', decidingValueK, system)
  const figure =
    shown && target.ok ? (
      <>
        <Figure fontSize={34} lineHeight={38} testID="deciding-figure">
          {shown.figure}
        </Figure>
        <Body>{`${shown.unit} ${target.deciding}`}</Body>
      </>
    ) : undefined
  return (
    <Banner metal={verdict} word={verdictWords[verdict]} figure={figure} testID="verdict">
      <YStack gap="$1">
        <Body fontSize="$3" lineHeight="$3">
          {target.ok ? targetText(judged, system) : noTargetWords(target.reason, system)}
        </Body>
        {note ? <Soft>{note}</Soft> : null}
      </YStack>
    </Banner>
  )
}

function targetText({ target, requiredLineK }: JudgedReading, system: UnitSystem): string {
  if (!target.ok) return ''
  const low = show('temperatureDifference', target.lowK, system).figure
  const high = showText('temperatureDifference', target.highK, system)
  const aim =
    requiredLineK === undefined
      ? ''
      : ` Aim for a ${target.deciding === 'superheat' ? 'suction' : 'liquid'} line of ${showText('temperature', requiredLineK, system)}.`
  return `Target ${showText('temperatureDifference', target.targetK, system)} ${targetSourceWords[target.source]}; in from ${low} to ${high}.${aim}`
}

const severityInk = { stop: '$oxide', danger: '$oxide', hold: '$brass', note: '$ink' } as const
const severityMark = { stop: '◆ Stop', danger: '◆ Danger', hold: '◐ Not today', note: '○ Note' } as const

/** What speaks against trusting the reading, gravest first. */
export function Findings({ judged, reasons = [] }: { judged: JudgedReading; reasons?: readonly string[] }) {
  const { system } = useSettings()
  const order = ['stop', 'danger', 'hold', 'note'] as const
  const sorted = [...judged.findings].sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity))
  if (sorted.length === 0 && reasons.length === 0) return null
  return (
    <YStack gap="$2" testID="findings">
      {reasons.map((reason) => (
        <Body key={reason}>{reason}</Body>
      ))}
      {sorted.map(({ code, severity }) => (
        <Text key={code} fontSize="$3" lineHeight="$3" color="$ink">
          <Text fontSize="$3" fontWeight="700" color={severityInk[severity]}>{`${severityMark[severity]}  `}</Text>
          {findingWords(code, system)}
        </Text>
      ))}
    </YStack>
  )
}
