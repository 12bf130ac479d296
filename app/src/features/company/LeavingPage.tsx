import { GRACE_DAYS, type SessionUser } from '@zetesis/contract'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { z } from 'zod'
import { EndsNote } from '@/frame/EndsNote'
import { MayNote, useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { useSettings } from '@/settings/settings'
import { sentence } from '@/sync/api'
import { queryClient, tell } from '@/sync/client'
import { useSession } from '@/sync/useSession'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { FormText } from '@/ui/FormText'
import { OwnPassword } from '@/ui/OwnPassword'
import { Press } from '@/ui/Press'
import { useProof } from '@/ui/useProof'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body, Heading, Soft, Title } from '@/ui/Words'
import { deleteCompany } from './api'

/** Taking everything along, and having the company deleted. */
export function LeavingPage() {
  const { user } = useSession()
  const may = useMay('company')
  return (
    <Page
      back="/company"
      head={
        <>
          <Title>Leaving</Title>
          <Soft>Everything of the company is yours to take along</Soft>
        </>
      }
    >
      <MayNote right="company" />
      <EndsNote />
      {may && user ? (
        <>
          <TakeAlong companyId={user.companyId} />
          {user.ends ? <Keep /> : <Delete user={user} />}
        </>
      ) : null}
    </Page>
  )
}

function TakeAlong({ companyId }: { companyId: string }) {
  const { system } = useSettings()
  const [papers, setPapers] = useState<'yes' | 'no'>('yes')
  const { act, form, problem } = useProof()
  // a link can't ask for a password: asked before
  const save = async () => {
    await tell('/account/proven')
    window.location.assign(`/api/company/export.zip?units=${system}&papers=${papers}&company=${companyId}`)
  }
  return (
    <Card>
      <Heading>One file with everything</Heading>
      <Body>
        Every log with its hashes, recordings, the book, jobs, people without their passwords, what was done, and the
        papers. Open formats; another installation takes it in and reaches the same verdicts.
      </Body>
      <Choice
        label="Papers"
        options={[
          { value: 'yes', label: 'With every unit’s papers' },
          { value: 'no', label: 'Without: quicker' },
        ]}
        value={papers}
        onChange={(value) => setPapers(value ?? papers)}
        testID="with-papers"
      />
      <XStack>
        <Press look="act" testID="export" onPress={() => void act(save)}>
          Save it as a ZIP
        </Press>
      </XStack>
      {form}
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <Soft>Whoever holds the file reads everything in it. Entries still waiting on phones aren’t in it yet.</Soft>
    </Card>
  )
}

function Keep() {
  const [problem, setProblem] = useState<string>()
  const keep = () =>
    tell('/company/keep').then(
      () => void queryClient.invalidateQueries({ queryKey: ['me'] }),
      (error: unknown) => setProblem(sentence(error)),
    )
  return (
    <Card>
      <Heading>Keep the company</Heading>
      <Body>It stays as if nobody had asked.</Body>
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <Press look="act" testID="keep-company" onPress={() => void keep()}>
        Keep it
      </Press>
    </Card>
  )
}

const schema = z.object({
  name: z.string().trim().min(1, 'Type the company’s name.'),
  password: z.string().min(1, 'Type your password.'),
})
const empty = { name: '', password: '' }

function Delete({ user }: { user: SessionUser }) {
  const [open, setOpen] = useState(false)
  const { control, send, busy, refused } = useSchemaForm({ schema, empty })
  const proof = useProof()
  const go: () => Promise<unknown> = send(async (body) => {
    await proof.guard(deleteCompany(body), () => go())
    await queryClient.invalidateQueries({ queryKey: ['me'] })
  })
  return (
    <Card>
      <Disclosure
        title="Delete the company"
        summary={`for good, after ${GRACE_DAYS} days in which any lead can keep it`}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="delete-open"
      >
        <Body>
          {`In ${GRACE_DAYS} days every log, recording and paper of ${user.company} is gone from this server, and so is the account of everybody who is in no other company. Take everything along first: records may have to be kept by law.`}
        </Body>
        <FormText control={control} name="name" label={`Type ${user.company}`} testID="delete-name" />
        <OwnPassword control={control} testID="delete-password" />
        {proof.form ?? (refused ? <Body color="$oxide">{refused}</Body> : null)}
        <Press look="stop" disabled={busy} testID="delete-company" onPress={() => void go()}>
          {`Delete it in ${GRACE_DAYS} days`}
        </Press>
      </Disclosure>
    </Card>
  )
}
