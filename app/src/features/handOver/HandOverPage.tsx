import { useReason } from '@/unit/useReason'
import {
  chainWords,
  checkUpWords,
  comingOffWords,
  entryProblemWords,
  notDecidingWords,
  provisionalWords,
  safetyWords,
  stageTitle,
  stateWords,
  traceStateWords,
  reasonWords,
} from '@zetesis/contract'
import {
  gaugesOn,
  isCheck,
  verifyChain,
  isReason,
  wasRead,
  type EntryProblem,
  type SignatureStrokes,
  type Stage,
} from '@zetesis/core'
import { format } from 'date-fns/format'
import { useRouter } from 'expo-router'
import { useMemo, useState } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { CopperBadge } from '@/charts/CopperBadge'
import { useBarAction } from '@/frame/barAction'
import { stageHref } from '@/frame/routes'
import { Findings, Verdict } from '@/verdict/Verdict'
import { decayLine, weighLine } from '@/unit/lines'
import { AskLead } from '@/unit/AskLead'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { VisitLink } from '@/unit/visit/VisitLink'
import { useSettings } from '@/settings/settings'
import { useTraceStates } from '@/sync/useTraceStates'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { FieldProblem } from '@/ui/FieldProblem'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { useDraftForm } from '@/ui/useDraftForm'
import { Body, Heading, Soft } from '@/ui/Words'
import { ComingOff } from '@/weighing/ComingOff'
import { SignatureBox } from './SignatureBox'

export function HandOverPage() {
  return <UnitPage title="Hand over" render={(unit) => <HandOver key={unit.unitId} unit={unit} />} />
}

function HandOver({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  return (
    <YStack gap="$4">
      <Finals unit={unit} />
      <Samples unitId={unit.unitId} />
      <GaugesOff unit={unit} />
      {view.sealed ? (
        <SealedPart unit={unit} />
      ) : view.visit?.visiting ? (
        <SignVisit unit={unit} />
      ) : (
        <SignOrAsk unit={unit} />
      )}
      <Downloads unit={unit} />
      <Caution>{safetyWords.handOver}</Caution>
    </YStack>
  )
}

/** Gauges come off before a record is closed: asked for here, where it happens. Nothing is held up by it. */
function GaugesOff({ unit }: { unit: UnitHandle }) {
  const { sealed } = unit.view
  const isOn = gaugesOn(unit.record)
  const [open, setOpen] = useState(false)
  if (sealed || !isOn) return null
  return (
    <YStack gap="$2" testID="gauges-on">
      <Body>{comingOffWords.stillOn}</Body>
      <ComingOff unit={unit} onRig={false} open={open} onToggle={() => setOpen(!open)} />
    </YStack>
  )
}

/** Recordings that haven't arrived whole: the papers say so until they have. */
function Samples({ unitId }: { unitId: string }) {
  const words = useTraceStates(unitId).flatMap((trace) => traceStateWords(trace) ?? [])
  if (words.length === 0) return null
  return (
    <Banner metal="tooClose" word="Samples" testID="samples-missing">
      {`${words.join(' ')} The papers say so, too. Open the app with signal on the device that recorded.`}
    </Banner>
  )
}

/** Final values, cautions, and what was passed with a reason. */
function Finals({ unit }: { unit: UnitHandle }) {
  const { view, unitId } = unit
  const { system } = useSettings()
  const router = useRouter()
  const open = view.stages.filter((s) => s.stage !== 'handOver' && s.state !== 'done' && s.state !== 'bypassed')
  const line = (stage: Stage, text: string) => (
    <XStack key={stage} gap="$3" justifyContent="space-between">
      <Soft>{stageTitle(stage, view.facts)}</Soft>
      <Body flex={1} textAlign="right" fontSize="$3" lineHeight="$3">
        {text}
      </Body>
    </XStack>
  )
  const has = (stage: Stage) => view.stages.some((s) => s.stage === stage)
  const told = [
    ...(has('vacuum') ? [line('vacuum', decayLine(view, system))] : []),
    ...(has('weighIn') ? [line('weighIn', weighLine(view, system))] : []),
    ...view.stages.flatMap(({ stage, pass, state }) =>
      state === 'bypassed' && pass
        ? [
            <Body
              key={`passed-${stage}`}
            >{`◠ ${stageTitle(stage, view.facts)} was passed by ${pass.author.name}: ${pass.entry.reason}`}</Body>,
          ]
        : [],
    ),
  ]
  return (
    <YStack gap="$4">
      <CopperBadge stages={view.stages} />
      {view.provisional ? (
        <Banner metal="tooClose" word="Provisional" testID="provisional-final">
          {`The charge is ${provisionalWords[view.provisional.school]}. It is final once somebody came back and read it in the weather that may decide.`}
        </Banner>
      ) : null}
      {view.reading ? (
        <Verdict judged={view.reading.judged} note={notDecidingWords(view.reading, view.sealed)} />
      ) : view.provisional ? null : (
        <Banner metal="none" word="No verdict">
          No start-up reading was taken.
        </Banner>
      )}
      {view.reading ? <Findings judged={view.reading.judged} /> : null}
      {told.length > 0 ? <Card>{told}</Card> : null}
      {open.length > 0 && !view.sealed && isLeftAsFound(view) ? <Soft>{checkUpWords.leftOut}</Soft> : null}
      {open.length > 0 && !view.sealed && !isLeftAsFound(view) ? (
        <Card borderColor="$brass" testID="open-stages">
          <Body fontWeight="700">Not finished. Finish it, or pass it there with a written reason:</Body>
          {open.map(({ stage, state }) => (
            <Button
              key={stage}
              unstyled
              role="link"
              minHeight={48}
              justifyContent="center"
              alignItems="flex-start"
              borderWidth={0}
              backgroundColor="transparent"
              cursor="pointer"
              onPress={() => router.navigate(stageHref(unitId, stage) as never)}
            >
              <Text
                color="$copperInk"
                fontSize="$4"
                fontWeight="600"
              >{`${stageTitle(stage, view.facts)} (${stateWords[state]}) ›`}</Text>
            </Button>
          ))}
        </Card>
      ) : null}
    </YStack>
  )
}

/** A check that was read may be signed as it stands. */
const isLeftAsFound = (view: UnitHandle['view']) => isCheck(view.facts) && wasRead(view)

interface Draft {
  name: string
  remarks: string
  strokes: SignatureStrokes
}

/** Whoever may not seal asks for it; the customer signs on a lead's device. */
function SignOrAsk({ unit }: { unit: UnitHandle }) {
  if (unit.may({ kind: 'sealed', name: '', signature: [] }).may) return <SignPart unit={unit} />
  return (
    <Card testID="lead-seals">
      <Heading>Sign</Heading>
      <Body>A lead goes through the record, has it signed and seals it. Papers can be taken as a draft meanwhile.</Body>
      <AskLead unit={unit} what="decision" title="Ask a lead to seal it" />
    </Card>
  )
}

function SignPart({ unit }: { unit: UnitHandle }) {
  return (
    <SignForm
      draftName={`sign.${unit.unitId}`}
      remarks="Remarks for the customer"
      action={`Seal ${unit.view.facts.tag ?? ''}`.trim()}
      note="Sealing closes the record. Afterwards it can only be amended, never changed; a return visit that is promised adds to it."
      onSign={({ name, remarks, strokes }) =>
        unit.append({
          kind: 'sealed',
          name,
          signature: strokes,
          ...(remarks ? { remarks } : {}),
          ...(unit.job && !unit.view.facts.elevation ? { elevation: unit.job.elevation } : {}),
        })
      }
    />
  )
}

/** The end of a return visit after the seal: an amendment with a signature of its own, and the record is closed again. */
function SignVisit({ unit }: { unit: UnitHandle }) {
  const visit = unit.view.visit!
  const { id } = visit.promise.entry
  const left = visit.items.filter(({ state }) => state === 'open').length
  if (!unit.may({ kind: 'amendment', text: '' }).may)
    return (
      <Card testID="lead-signs-visit">
        <Heading>Sign the visit</Heading>
        <Body>A lead goes through what was done, has it signed and closes the record again.</Body>
        <AskLead unit={unit} what="decision" title="Ask a lead to close the visit" />
      </Card>
    )
  return (
    <YStack gap="$4">
      {left > 0 ? (
        <Banner metal="tooClose" word="Not all done" testID="visit-left">
          {`${left === 1 ? 'One thing of' : `${left} things of`} the visit ${left === 1 ? 'is' : 'are'} still open. Signed now, it stays open and somebody comes again.`}
        </Banner>
      ) : null}
      <SignForm
        draftName={`signVisit.${unit.unitId}`}
        remarks="What was done"
        asked
        action={`Close the visit at ${unit.view.facts.tag ?? ''}`.trim()}
        note="The record is closed again. Papers tell both dates."
        onSign={({ name, remarks, strokes }) =>
          unit.append({ kind: 'amendment', text: remarks, visitId: id, name, signature: strokes })
        }
      />
    </YStack>
  )
}

/** A name, words and a signature; what was written stays until it is safe. */
function SignForm({
  draftName,
  remarks,
  asked,
  action,
  note,
  onSign,
}: {
  draftName: string
  /** what the words are */
  remarks: string
  /** it doesn't go without them */
  asked?: boolean
  action: string
  note: string
  onSign: (signed: { name: string; remarks: string; strokes: SignatureStrokes }) => readonly EntryProblem[]
}) {
  const { draft, problems, change, fail, leave } = useDraftForm<Draft, 'signature'>(draftName, {
    name: '',
    remarks: '',
    strokes: [],
  })
  const sign = () => {
    const [name, words] = [draft.name.trim(), draft.remarks.trim()]
    if (asked && !isReason(words)) return fail({ remarks: 'Write in a few words what was done.' })
    if (name.length < 2) return fail({ name: 'Type the name of the person who signs.' })
    const [first] = onSign({ name, remarks: words, strokes: draft.strokes })
    if (!first) return leave(() => undefined)
    fail(first.path === 'signature' ? { signature: entryProblemWords(first) } : { all: entryProblemWords(first) })
  }
  useBarAction(action, sign)
  return (
    <Card>
      <Heading>Sign</Heading>
      <TextField
        label={remarks}
        value={draft.remarks}
        onChange={(text) => change({ remarks: text })}
        problem={problems.remarks}
        long
        testID="remarks"
      />
      <TextField
        label="Name"
        value={draft.name}
        onChange={(name) => change({ name })}
        problem={problems.name}
        testID="sign-name"
      />
      <YStack gap="$1">
        <Text fontSize="$3" fontWeight="600" color="$ink">
          Signature
        </Text>
        <SignatureBox
          strokes={draft.strokes}
          onChange={(added) => change((now) => ({ strokes: [...now.strokes, ...added].slice(-200) }))}
        />
        <FieldProblem id="signature" problem={problems.signature} />
        <XStack>
          <Press look="quiet" onPress={() => change({ strokes: [] })} testID="clear-signature">
            Sign again
          </Press>
        </XStack>
      </YStack>
      {problems.all ? (
        <Banner metal="out" word="Not yet" testID="seal-refused">
          {problems.all}
        </Banner>
      ) : null}
      <Soft>{note}</Soft>
    </Card>
  )
}

function SealedPart({ unit }: { unit: UnitHandle }) {
  const seal = unit.record.items.sealed[0]!
  const amendment = useReason(unit, 'amend', reasonWords.amend)
  const amend = () => amendment.give((text) => unit.append({ kind: 'amendment', text }))
  return (
    <YStack gap="$4">
      <Banner metal="in" word="Sealed" testID="sealed">
        {`${seal.entry.name}, ${format(new Date(seal.entry.at), 'EEE d MMM yyyy, HH:mm')}`}
      </Banner>
      <VisitLink unit={unit} />
      <Card>
        <Heading>Amendments</Heading>
        {unit.record.items.amendment.map((a) => (
          <Body
            key={a.entry.id}
          >{`${format(new Date(a.entry.at), 'd MMM, HH:mm')} ${a.author.name}${a.entry.name ? `, signed by ${a.entry.name}` : ''}: ${a.entry.text}`}</Body>
        ))}
        {unit.may({ kind: 'amendment', text: amendment.text }).may ? (
          <>
            <TextField label="Add to the sealed record" {...amendment.field} long testID="amendment" />
            <Press onPress={amend} testID="amend">
              Amend
            </Press>
          </>
        ) : (
          <Soft>A lead adds to a sealed record.</Soft>
        )}
      </Card>
    </YStack>
  )
}

function Downloads({ unit }: { unit: UnitHandle }) {
  const chain = useMemo(() => verifyChain(unit.log), [unit.log])
  const { system } = useSettings()
  const unsent = unit.pending.length
  const get = (path: string) => {
    const link = document.createElement('a')
    link.href = `/api/units/${unit.unitId}/${path}`
    link.download = ''
    link.click()
  }
  return (
    <YStack gap="$2">
      {unsent > 0 ? <Soft>{`${unsent} not sent yet: papers are made from what the server has.`}</Soft> : null}
      <XStack gap="$2" flexWrap="wrap">
        <Press grow testID="papers" disabled={unsent > 0} onPress={() => get(`papers.pdf?units=${system}`)}>
          {unit.view.sealed ? 'Papers (PDF)' : 'Draft papers (PDF)'}
        </Press>
        <Press grow testID="record" disabled={unsent > 0} onPress={() => get('record.json')}>
          Record (JSON)
        </Press>
      </XStack>
      {unit.log.length > 0 ? <Soft testID="chain">{`The log: ${lowerFirst(chainWords(chain))}`}</Soft> : null}
    </YStack>
  )
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
