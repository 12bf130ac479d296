import { isExpired } from '@zetesis/core'
import { format } from 'date-fns/format'
import { clock } from '@/sync/clock'
import { useBook } from '@/sync/useBook'
import { Card } from '@/ui/Card'
import { Body, Heading, Soft } from '@/ui/Words'

/** One's own certificates as papers print them. */
export function CertificateNote({ personId }: { personId: string }) {
  const { book } = useBook()
  const list = book.certificates[personId] ?? []
  const today = format(new Date(clock.now()), 'yyyy-MM-dd')
  if (list.length === 0) return null
  return (
    <Card testID="own-certificates">
      <Heading>Licences and certificates</Heading>
      {list.map((certificate) => (
        <Body key={`${certificate.kind} ${certificate.number}`} fontSize="$3" lineHeight="$3">
          {`${certificate.kind}: ${certificate.number}${certificate.until ? `, ${isExpired(certificate, today) ? 'expired' : 'until'} ${certificate.until}` : ''}`}
        </Body>
      ))}
      <Soft>They print on papers. A lead keeps them under Company, People.</Soft>
    </Card>
  )
}
