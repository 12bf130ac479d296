import { bothModesWords, leakThroughWords, shortInBothWords, verdictWords } from '@zetesis/contract'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Body, Heading, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'
import { DefrostForm, HeatersForm, LeakForm } from './BothModesForms'

const forms = [
  {
    name: 'leak',
    title: 'Reversing valve',
    summary: 'in cooling: the line before it, true suction behind it',
    Form: LeakForm,
  },
  { name: 'defrost', title: 'Defrost', summary: 'by itself, or provoked at the board', Form: DefrostForm },
  { name: 'heaters', title: 'Heaters', summary: 'crankcase, sump', Form: HeatersForm },
] as const

/** What a heat pump is handed over with beside its charge: what was looked at, and what today's weather leaves for another day. */
export function BothModesCard({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const [open, setOpen] = useState<(typeof forms)[number]['name']>()
  const { bothModes, sealed, startedMs } = unit.view
  if (!bothModes || startedMs === undefined) return null
  const { done, leakThrough, defrost } = bothModes
  return (
    <Card testID="both-modes">
      <Heading>Both modes</Heading>
      {[...bothModes.done, ...bothModes.open].map((item) => (
        <Body key={item} fontSize="$3" lineHeight="$3" testID={`both-${item}`}>
          {`${done.includes(item) ? '●' : '○'} ${bothModesWords[item]}`}
        </Body>
      ))}
      {bothModes.short ? (
        <Banner metal="out" word="Short in both modes" testID="short-in-both">
          {shortInBothWords}
        </Banner>
      ) : null}
      {leakThrough && leakThrough.verdict !== 'in' ? (
        <Banner
          metal={leakThrough.verdict === 'out' ? 'out' : 'tooClose'}
          word={verdictWords[leakThrough.verdict]}
          testID="leak-verdict"
        >
          {leakThroughWords(leakThrough, system)}
        </Banner>
      ) : null}
      {defrost?.tooLong || defrost?.tooCold ? (
        <Banner metal="out" word="Not as it should" testID="defrost-verdict">
          {defrost.tooLong
            ? 'It lasted longer than a board lets it: sensor, board or charge.'
            : 'It ended with the coil still cold: sensor or board.'}
        </Banner>
      ) : null}
      {sealed ? null : (
        <>
          {forms.map(({ name, title, summary, Form }) => (
            <Disclosure
              key={name}
              title={title}
              summary={summary}
              open={open === name}
              onToggle={() => setOpen(open === name ? undefined : name)}
              testID={`${name}-open`}
            >
              <Form unit={unit} onLogged={() => setOpen(undefined)} />
            </Disclosure>
          ))}
          <Soft>What today’s weather doesn’t allow is left for the return visit, and papers say so.</Soft>
        </>
      )}
    </Card>
  )
}
