import { bookProblemWords } from '@zetesis/contract'
import { isExpired, type Certificate } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { z } from 'zod'
import { clock } from '@/sync/clock'
import { useBook } from '@/sync/useBook'
import { FormText } from '@/ui/FormText'
import { Press } from '@/ui/Press'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body, Heading, Soft } from '@/ui/Words'

const line = (empty: string) => z.string().trim().min(1, empty).max(80, 'At most 80 letters.')
const schema = z.object({
  kind: line('Say what it is: refrigerant handling, electrical, brazing.'),
  number: line('Type its number.'),
  until: z
    .string()
    .trim()
    .refine(
      (text) => text === '' || z.iso.date().safeParse(text).success,
      'Type the day as 2027-03-31, or leave it empty.',
    ),
})
const empty = { kind: '', number: '', until: '' }

/** Licences and certificates of a person: they print on papers; one that is over is said, and bars nothing. */
export function CertificateList({ personId }: { personId: string }) {
  const { book, append } = useBook()
  const list = book.certificates[personId] ?? []
  const today = format(new Date(clock.now()), 'yyyy-MM-dd')
  const [problem, setProblem] = useState<string>()
  const { control, send, form } = useSchemaForm({ schema, empty, draft: `certificate.${personId}` })
  const save = (certificates: readonly Certificate[]): boolean => {
    const [first] = append({ kind: 'certificatesSaved', personId, certificates })
    setProblem(first && bookProblemWords(first))
    return !first
  }
  const add = send(async ({ kind, number, until }) => {
    if (save([...list, { kind, number, ...(until ? { until } : {}) }])) form.reset(empty)
  })
  return (
    <YStack gap="$2" testID="certificates">
      <Heading>Licences and certificates</Heading>
      {list.map((certificate, i) => (
        <YStack key={`${certificate.kind} ${certificate.number}`} borderBottomWidth={1} borderColor="$rule" gap="$1">
          <Body>{`${certificate.kind}: ${certificate.number}`}</Body>
          {certificate.until ? (
            <Soft color={isExpired(certificate, today) ? '$oxide' : undefined}>
              {isExpired(certificate, today)
                ? `◆ expired ${certificate.until}; papers say so`
                : `until ${certificate.until}`}
            </Soft>
          ) : null}
          <XStack>
            <Press look="quiet" onPress={() => save(list.filter((_, j) => j !== i))}>
              Take it off
            </Press>
          </XStack>
        </YStack>
      ))}
      <FormText control={control} name="kind" label="Kind" placeholder="Refrigerant handling" testID="cert-kind" />
      <FormText control={control} name="number" label="Number" testID="cert-number" />
      <FormText
        control={control}
        name="until"
        label="Until, where it ends"
        placeholder="2027-03-31"
        testID="cert-until"
      />
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <XStack>
        <Press testID="cert-add" onPress={() => void add()}>
          Add it
        </Press>
      </XStack>
    </YStack>
  )
}
