import {
  forecastRefusalWords,
  forecastUnits,
  readForecast,
  weekdayText,
  zonedDay,
  zonedMs,
  type ForecastRead,
  type ForecastUnit,
  type Job,
} from '@zetesis/contract'
import { forecastHours, forecastStrip, HOUR_MS, type FairHours, type ItemAir, type JobForecast } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useSettings } from '@/settings/settings'
import { useClock } from '@/settings/useNow'
import { useBook } from '@/sync/useBook'
import { clock } from '@/sync/clock'
import { whenSafe } from '@/sync/client'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { pickFile } from '@/ui/pickFile'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { useDraftForm } from '@/ui/useDraftForm'
import { Body, Soft } from '@/ui/Words'

interface Draft {
  text: string
  source: string
  unit: ForecastUnit | ''
  zoneless: 'job' | 'utc'
}
/** by then there is a better one */
const OLD_MS = 24 * HOUR_MS
const empty: Draft = { text: '', source: '', unit: '', zoneless: 'job' }

/** What weather is expected at a job, as a strip; brought as a file, pasted or typed. */
export function ForecastCard({
  job,
  set,
  air,
  fair,
}: {
  job: Pick<Job, 'id' | 'name' | 'timeZone'>
  set: JobForecast | undefined
  /** the band that the first open item wants */
  air?: ItemAir
  fair: readonly FairHours[]
}) {
  const { system } = useSettings()
  const { append } = useBook()
  const [open, setOpen] = useState(false)
  const { draft, problems, change, fail, done } = useDraftForm<Draft>(`forecast.${job.id}`, empty)
  const [read, setRead] = useState<ForecastRead>()
  const reading = (next: Draft): ForecastRead | undefined => {
    const found = readForecast(next.text, {
      timeZone: job.timeZone,
      zoneless: next.zoneless,
      ...(next.unit ? { unit: next.unit } : {}),
      usualUnit: system === 'ip' ? '°F' : '°C',
      nowMs: clock.now(),
    })
    if (found.ok) return found
    fail({ all: forecastRefusalWords(found) })
    return undefined
  }
  /** unit and zone are asked for after a look: the answer is a look again, as is a file */
  const lookAgain = (part: Partial<Draft>) => {
    change(part)
    setRead(reading({ ...draft, ...part }))
  }
  const choose = async () => {
    const file = await pickFile('.csv,.json,.txt,text/csv,application/json')
    const text = await file?.text().catch(() => undefined)
    if (!file || text === undefined) return
    lookAgain({ text, source: file.name })
  }
  const take = () => {
    const found = reading(draft)
    if (!found) return
    const [first] = append({
      kind: 'forecastSet',
      jobId: job.id,
      forecast: found.forecast,
      source: draft.source || 'typed by hand',
    })
    if (first) return fail({ all: 'It can’t be taken now: sign in as somebody who may log.' })
    done()
    whenSafe(() => setRead(undefined))
    setOpen(false)
  }
  return (
    <YStack gap="$2">
      {set ? (
        <ForecastStrip job={job} set={set} air={air} fair={fair} />
      ) : (
        <Soft testID={`no-forecast-${job.name}`}>No forecast yet: with one, days are proposed.</Soft>
      )}
      <Disclosure
        title={set ? 'Another forecast' : 'Bring a forecast'}
        summary="a file, pasted or typed"
        open={open}
        onToggle={() => setOpen(!open)}
        testID={`forecast-${job.name}`}
      >
        <XStack>
          <Press testID="forecast-file" onPress={() => void choose()}>
            Choose a file, CSV or JSON
          </Press>
        </XStack>
        <TextField
          label="Or paste or type it"
          value={draft.text}
          onChange={(text) => {
            change({ text, source: '' })
            setRead(undefined)
          }}
          problem={problems.all}
          hint={
            draft.source
              ? `From ${draft.source}`
              : 'A line an hour: 2026-12-05 14:00, 66. Or a line a day, lowest and highest: 2026-12-05, 41, 68.'
          }
          long
          testID="forecast-text"
        />
        {read ? <Read read={read} job={job} system={system} /> : null}
        {(read && !read.unitSaid) || (problems.all && draft.text !== '') ? (
          <Choice
            label="Its numbers are"
            options={forecastUnits.map((value) => ({ value, label: value }))}
            value={read?.unit ?? (draft.unit || undefined)}
            onChange={(unit) => lookAgain({ unit: unit ?? '' })}
            testID="forecast-unit"
          />
        ) : null}
        {read && read.zone !== 'said' && !read.daily ? (
          <Choice
            label="Its times are"
            options={[
              { value: 'job', label: `The job’s clock (${job.timeZone})` },
              { value: 'utc', label: 'UTC' },
            ]}
            value={read.zone}
            onChange={(zoneless) => lookAgain({ zoneless: zoneless ?? 'job' })}
            testID="forecast-zone"
          />
        ) : null}
        <XStack gap="$2" flexWrap="wrap">
          {read ? (
            <Press look="act" testID="forecast-take" onPress={take}>
              Take this forecast
            </Press>
          ) : (
            <Press testID="forecast-look" onPress={() => setRead(reading(draft))}>
              Look at it
            </Press>
          )}
        </XStack>
      </Disclosure>
    </YStack>
  )
}

/** What was understood, before it counts. */
function Read({ read, job, system }: { read: ForecastRead; job: Pick<Job, 'timeZone'>; system: 'ip' | 'si' }) {
  const hours = forecastHours(read.forecast)
  const day = (ms: number | undefined) => (ms === undefined ? '' : weekdayText(zonedDay(ms, job.timeZone)))
  return (
    <YStack gap="$2" testID="forecast-read">
      <Body fontSize="$3" lineHeight="$3">
        {[
          `${day(hours[0]?.atMs)} to ${day(hours.at(-1)?.atMs)}`,
          `${hours.length} hours`,
          `in ${read.unit}`,
          read.daily ? 'hours reckoned from lowest and highest' : undefined,
          read.gapHours > 0 ? `◐ a gap of ${read.gapHours} hours, which stays a gap` : undefined,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Body>
      <SceneView scene={stripOf(read.forecast, job, system)} label="The forecast as it was read" />
    </YStack>
  )
}

function ForecastStrip({
  job,
  set,
  air,
  fair,
}: {
  job: Pick<Job, 'name' | 'timeZone'>
  set: JobForecast
  air?: ItemAir
  fair: readonly FairHours[]
}) {
  const { system } = useSettings()
  const old = useClock((now) => now - Date.parse(set.at) > OLD_MS)
  return (
    <YStack gap="$1" testID={`strip-${job.name}`}>
      <SceneView scene={stripOf(set.forecast, job, system, air, fair)} label={`Forecast of ${job.name}`} />
      <Soft>{`${old ? '◐ Of another day: ' : ''}${set.source}, ${set.by}, ${format(new Date(set.at), 'd MMM HH:mm')}`}</Soft>
    </YStack>
  )
}

function stripOf(
  forecast: JobForecast['forecast'],
  { timeZone }: Pick<Job, 'timeZone'>,
  system: 'ip' | 'si',
  air: ItemAir = {},
  fair: readonly FairHours[] = [],
) {
  const hours = forecastHours(forecast)
  const days = [...new Set(hours.filter((_, i) => i % 12 === 0).map(({ atMs }) => zonedDay(atMs, timeZone)))]
  const end = hours.at(-1)?.atMs ?? 0
  const last = zonedDay(end + HOUR_MS, timeZone)
  const midnights = [...new Set([...days, last])].map((day) => ({
    atMs: zonedMs(day, '00:00', timeZone),
    name: weekdayText(day).split(' ').slice(0, 2).join(' '),
  }))
  return forecastStrip({
    forecast,
    ...(air.outdoorLowK === undefined ? {} : { lowK: air.outdoorLowK }),
    ...(air.outdoorHighK === undefined ? {} : { highK: air.outdoorHighK }),
    fair,
    midnights,
    system,
    width: 360,
    height: 132,
  })
}
