import { assessmentReports, formatNumber, showText, type AssessmentReport } from '@zetesis/core'
import type { RefrigerantReport } from '@zetesis/contract'
import { format } from 'date-fns/format'
import { isValid } from 'date-fns/isValid'
import { parseISO } from 'date-fns/parseISO'
import { startOfYear } from 'date-fns/startOfYear'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { WorkingLines } from '@/verdict/WorkingLines'
import { useSettings } from '@/settings/settings'
import { sentence } from '@/sync/api'
import { reportFile, useRefrigerantReport } from '@/sync/useCylinders'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft, Title } from '@/ui/Words'

const day = (date: Date) => format(date, 'yyyy-MM-dd')
const readable = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text))

/** A period: what there was of each refrigerant, what came and went, what there is; to take along as CSV or PDF. */
export function RefrigerantPage() {
  const { system } = useSettings()
  const [from, setFrom] = useState(() => day(startOfYear(new Date())))
  const [to, setTo] = useState(() => day(new Date()))
  const [assessment, setAssessment] = useState<AssessmentReport>('AR5')
  const swapped = readable(from) && readable(to) && from > to
  const usable = readable(from) && readable(to) && !swapped
  const [asked, setAsked] = useState({ from, to, assessment })
  const terms = usable ? { from, to, assessment } : asked
  if (usable && (asked.from !== from || asked.to !== to || asked.assessment !== assessment)) setAsked(terms)
  const { data, error } = useRefrigerantReport(terms)
  const wrong = (text: string) => (readable(text) ? undefined : 'Type the date as 2026-07-14.')
  return (
    <Page
      back="/library"
      head={
        <>
          <Title>Movements of a period</Title>
          <Soft>Derived from every unit’s log and the company’s book</Soft>
        </>
      }
    >
      <Card>
        <XStack gap="$3">
          <YStack flex={1}>
            <TextField label="From" value={from} onChange={setFrom} problem={wrong(from)} testID="report-from" />
          </YStack>
          <YStack flex={1}>
            <TextField
              label="To"
              value={to}
              onChange={setTo}
              problem={wrong(to) ?? (swapped ? 'Before the first day: swap them.' : undefined)}
              testID="report-to"
            />
          </YStack>
        </XStack>
        <Choice
          label="Warming over 100 years, by the IPCC’s"
          options={assessmentReports.map((value) => ({ value, label: value }))}
          value={assessment}
          onChange={(v) => setAssessment(v ?? assessment)}
          testID="assessment"
        />
        <XStack gap="$2" flexWrap="wrap">
          <Press grow testID="report-csv" onPress={() => window.open(reportFile(terms, 'csv', system))}>
            CSV
          </Press>
          <Press grow testID="report-pdf" onPress={() => window.open(reportFile(terms, 'pdf', system))}>
            PDF
          </Press>
        </XStack>
      </Card>
      {error ? <Body>{sentence(error)}</Body> : null}
      {data?.refrigerants.length === 0 ? <Body>Nothing moved up to then.</Body> : null}
      {data?.refrigerants.map((line) => (
        <RefrigerantCard key={line.refrigerant ?? 'none'} line={line} assessment={data.assessment} />
      ))}
      {data && data.jobs.length > 0 ? (
        <Card testID="report-jobs">
          <Heading>By job</Heading>
          <WorkingLines
            lines={data.jobs.map((j) => ({
              name: `${j.job}, ${j.refrigerant ?? 'refrigerant not named'}`,
              value: `${showText('mass', j.chargedKg, system)} in, ${showText('mass', j.recoveredKg, system)} out`,
            }))}
          />
        </Card>
      ) : null}
      {data && data.hoses.length > 0 ? (
        <Card testID="report-hoses">
          <Heading>In hoses, not in units</Heading>
          <WorkingLines
            lines={data.hoses.map((h) => ({
              name: `${h.job}, ${h.refrigerant ?? 'refrigerant not named'}`,
              value: `${showText('mass', h.keptKg, system)} kept, ${showText('mass', h.lostKg, system)} lost`,
            }))}
          />
        </Card>
      ) : null}
    </Page>
  )
}

function RefrigerantCard({
  line,
  assessment,
}: {
  line: RefrigerantReport['refrigerants'][number]
  assessment: AssessmentReport
}) {
  const { system } = useSettings()
  const mass = (kg: number) => showText('mass', kg, system)
  const tonnes = (kg: number | undefined) => (kg === undefined ? 'not known' : `${formatNumber(kg / 1000, 3)} t`)
  return (
    <Card testID={`report-${line.refrigerant ?? 'none'}`}>
      <Heading>{line.refrigerant ?? 'Refrigerant not named'}</Heading>
      <WorkingLines
        lines={[
          { name: 'at the beginning', value: mass(line.openingKg) },
          { name: 'bought', value: mass(line.purchasedKg) },
          { name: 'into units', value: mass(line.chargedKg) },
          { name: 'out of units', value: mass(line.recoveredKg) },
          { name: 'returned', value: mass(line.returnedKg) },
          ...(Math.abs(line.transferredKg) > 1e-9
            ? [{ name: 'filled over, one half outside the book', value: mass(line.transferredKg) }]
            : []),
          {
            name: 'unexplained, found by weighing',
            value: `${mass(line.unexplainedKg)} ± ${mass(2 * line.unexplainedUncertaintyKg)}`,
          },
          { name: 'at the end', value: mass(line.closingKg), sum: true },
          { name: `into units, CO2e by ${assessment}`, value: tonnes(line.netIntoUnitsCo2eKg) },
          { name: 'in the cylinders, CO2e', value: tonnes(line.closingCo2eKg) },
        ]}
      />
    </Card>
  )
}
