import { bothModesWords, heaterWords, verdictWords } from '@zetesis/contract'
import { heaterStates, showText, type HeaterState } from '@zetesis/core'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body, Heading, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

interface Draft {
  vapourLine: QuantityText
  trueSuction: QuantityText
  how: 'byItself' | 'provoked' | ''
  lasted: QuantityText
  coil: QuantityText
  crankcase: HeaterState | ''
  sump: HeaterState | ''
}
const blank: QuantityText = { text: '' }
const empty: Draft = {
  vapourLine: blank,
  trueSuction: blank,
  how: '',
  lasted: blank,
  coil: blank,
  crankcase: '',
  sump: '',
}
const heaters = heaterStates.map((value) => ({ value, label: heaterWords[value] }))

/** What a heat pump is handed over with beside its charge: what was looked at, and what today's weather leaves for another day. */
export function BothModesCard({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const [open, setOpen] = useState<'leak' | 'defrost' | 'heaters'>()
  const { bothModes, sealed, startedMs } = unit.view
  const form = useEntryForm<Draft>(unit, 'bothModes', empty)
  const { draft, problems, change } = form
  if (!bothModes || startedMs === undefined) return null
  const { done, leakThrough, defrost } = bothModes
  const toggle = (which: typeof open) => setOpen(open === which ? undefined : which)
  const logged = (ok: boolean) => {
    if (!ok) return
    form.done()
    setOpen(undefined)
  }
  const logLeak = () => {
    const [vapourLine, trueSuction] = [
      form.quantity('vapourLine', 'temperature'),
      form.quantity('trueSuction', 'temperature'),
    ]
    if (vapourLine && trueSuction)
      logged(form.log({ kind: 'reversingValveRead', vapourLine, trueSuction }, 'vapourLine'))
  }
  const logDefrost = () => {
    if (draft.how === '') return form.fail({ how: 'Say whether it came by itself or was provoked.' })
    const lasted = draft.lasted.text.trim() === '' ? undefined : form.quantity('lasted', 'duration')
    const coil = draft.coil.text.trim() === '' ? undefined : form.quantity('coil', 'temperature')
    if ((draft.lasted.text.trim() !== '' && !lasted) || (draft.coil.text.trim() !== '' && !coil)) return
    logged(
      form.log(
        { kind: 'defrostSeen', how: draft.how, ...(lasted ? { lasted } : {}), ...(coil ? { coil } : {}) },
        'lasted',
      ),
    )
  }
  const logHeaters = () => {
    if (draft.crankcase === '' || draft.sump === '')
      return form.fail({ crankcase: 'Answer both: warm, cold or none there.' })
    logged(form.log({ kind: 'heatersNoted', crankcase: draft.crankcase, sump: draft.sump }))
  }
  return (
    <Card testID="both-modes">
      <Heading>Both modes</Heading>
      {[...bothModes.done, ...bothModes.open].map((item) => (
        <Body key={item} fontSize="$3" lineHeight="$3" testID={`both-${item}`}>
          {`${done.includes(item) ? '●' : '○'} ${bothModesWords[item]}`}
        </Body>
      ))}
      {leakThrough && leakThrough.verdict !== 'in' ? (
        <Banner
          metal={leakThrough.verdict === 'out' ? 'out' : 'tooClose'}
          word={verdictWords[leakThrough.verdict]}
          testID="leak-verdict"
        >
          {`The valve warms its suction by ${showText('temperatureDifference', leakThrough.riseK, system)}: hot gas that leaks through, or a clamp too near its body. Read again a hand’s width away; a leak is the valve’s.`}
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
          <Disclosure
            title="Reversing valve"
            summary="in cooling: the line before it, true suction behind it"
            open={open === 'leak'}
            onToggle={() => toggle('leak')}
            testID="leak-open"
          >
            <QuantityField
              label="Vapour line, before the valve"
              dimension="temperature"
              value={draft.vapourLine}
              onChange={(vapourLine) => change({ vapourLine })}
              problem={problems.vapourLine}
              testID="leak-vapour"
            />
            <QuantityField
              label="True suction, behind it"
              dimension="temperature"
              value={draft.trueSuction}
              onChange={(trueSuction) => change({ trueSuction })}
              problem={problems.trueSuction}
              testID="leak-suction"
            />
            <Press testID="leak-log" onPress={logLeak}>
              Log both
            </Press>
          </Disclosure>
          <Disclosure
            title="Defrost"
            summary="by itself, or provoked at the board"
            open={open === 'defrost'}
            onToggle={() => toggle('defrost')}
            testID="defrost-open"
          >
            <Choice
              label="It came"
              options={[
                { value: 'byItself', label: 'by itself' },
                { value: 'provoked', label: 'provoked' },
              ]}
              value={draft.how || undefined}
              onChange={(how) => change({ how: how ?? '' })}
              testID="defrost-how"
            />
            {problems.how ? <Body color="$oxide">{problems.how}</Body> : null}
            <QuantityField
              label="It lasted"
              dimension="duration"
              value={draft.lasted}
              onChange={(lasted) => change({ lasted })}
              problem={problems.lasted}
              testID="defrost-lasted"
            />
            <QuantityField
              label="Outdoor coil at its end"
              dimension="temperature"
              value={draft.coil}
              onChange={(coil) => change({ coil })}
              problem={problems.coil}
              testID="defrost-coil"
            />
            <Press testID="defrost-log" onPress={logDefrost}>
              Log the defrost
            </Press>
          </Disclosure>
          <Disclosure
            title="Heaters"
            summary="crankcase, sump"
            open={open === 'heaters'}
            onToggle={() => toggle('heaters')}
            testID="heaters-open"
          >
            <Choice
              label="Crankcase heater"
              options={heaters}
              value={draft.crankcase || undefined}
              onChange={(crankcase) => change({ crankcase: crankcase ?? '' })}
              testID="heater-crankcase"
            />
            <Choice
              label="Sump heater"
              options={heaters}
              value={draft.sump || undefined}
              onChange={(sump) => change({ sump: sump ?? '' })}
              testID="heater-sump"
            />
            {problems.crankcase ? <Body color="$oxide">{problems.crankcase}</Body> : null}
            <Press testID="heaters-log" onPress={logHeaters}>
              Log the heaters
            </Press>
          </Disclosure>
          {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
          <Soft>What today’s weather doesn’t allow is left for the return visit, and papers say so.</Soft>
        </>
      )}
    </Card>
  )
}
