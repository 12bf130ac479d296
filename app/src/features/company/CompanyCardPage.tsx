import { bookProblemWords } from '@zetesis/contract'
import { isTimeZone, type CompanyCard, type Kept, type UnitSystem } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMemo, useState } from 'react'
import { z } from 'zod'
import { LogoField } from './LogoField'
import { useBarAction } from '@/frame/barAction'
import { MayNote, useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { useBook } from '@/sync/useBook'
import { useSession } from '@/sync/useSession'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { FormQuantity } from '@/ui/FormQuantity'
import { FormText } from '@/ui/FormText'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import { useDraftBase } from '@/ui/useDraft'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { SavedTwice } from '@/ui/SavedTwice'
import { Soft, Title } from '@/ui/Words'

const line = (most: number) => z.string().trim().max(most, `At most ${most} letters.`)
const cardSchema = (system: UnitSystem) =>
  z.object({
    name: line(80).min(1, 'Give the company a name: it stands on every paper.'),
    address: line(300),
    phone: line(60),
    licences: line(600),
    timeZone: z
      .string()
      .trim()
      .refine((zone) => zone === '' || isTimeZone(zone), 'No time zone has this name. Write it as America/Denver.'),
    elevation: quantityInput('elevation', system),
  })

export function CompanyCardPage() {
  const { book, loading } = useBook()
  const { user } = useSession()
  const may = useMay('company')
  const kept = book.company[0]
  return (
    <Page
      back="/company"
      head={
        <>
          <Title>Company card</Title>
          <Soft>{kept ? `Saved by ${kept.by}` : 'What papers say of the company'}</Soft>
        </>
      }
    >
      <RefusedEntries />
      <MayNote right="company" />
      {may && user && !loading ? <CardForm key={user.companyId} kept={kept} name={user.company} /> : null}
    </Page>
  )
}

function CardForm({ kept, name }: { kept?: Kept<CompanyCard>; name: string }) {
  const { system } = useSettings()
  const { append } = useBook()
  const router = useRouter()
  const schema = useMemo(() => cardSchema(system), [system])
  const draft = 'company-card'
  const base = useDraftBase(draft, kept?.version)
  const [problem, setProblem] = useState<string>()
  const [logo, setLogo] = useState(kept?.value.logo)
  const card = kept?.value
  const { control, send } = useSchemaForm({
    schema,
    draft,
    empty: {
      name: card?.name ?? name,
      address: card?.address ?? '',
      phone: card?.phone ?? '',
      licences: card?.licences?.join(', ') ?? '',
      timeZone: card?.timeZone ?? '',
      elevation: quantityText(card?.elevation),
    },
  })
  const save = send(async ({ name: called, address, phone, licences, timeZone, elevation }) => {
    const list = licences
      .split(/[,;\n]/)
      .map((each) => each.trim())
      .filter(Boolean)
    const company: CompanyCard = {
      name: called,
      ...(address ? { address } : {}),
      ...(phone ? { phone } : {}),
      ...(list.length > 0 ? { licences: list } : {}),
      ...(timeZone ? { timeZone } : {}),
      ...(elevation ? { elevation } : {}),
      ...(logo ? { logo } : {}),
    }
    const [first] = append({ kind: 'companySaved', company, ...(base ? { replaces: base } : {}) })
    setProblem(first && bookProblemWords(first))
    if (first) throw new Error(bookProblemWords(first))
    whenSafe(() => router.navigate('/company' as never))
  })
  useBarAction('Save the card', () => void save())
  return (
    <>
      {problem ? (
        <Banner metal="out" word="Not saved">
          {problem}
        </Banner>
      ) : null}
      <SavedTwice over={kept?.over} />
      <Card>
        <FormText control={control} name="name" label="Name" testID="company-name" />
        <FormText control={control} name="address" label="Address" long testID="company-address" />
        <FormText control={control} name="phone" label="Telephone" testID="company-phone" />
        <FormText
          control={control}
          name="licences"
          label="Licence numbers"
          hint="As they stand on papers, with commas between."
          testID="company-licences"
        />
      </Card>
      <LogoField logo={logo} onChange={setLogo} />
      <Card>
        <FormText control={control} name="timeZone" label="Time zone of new jobs" placeholder="America/Denver" />
        <FormQuantity control={control} name="elevation" label="Usual elevation" dimension="elevation" />
      </Card>
    </>
  )
}
