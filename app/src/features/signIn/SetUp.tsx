import { readyMethodWords } from '@zetesis/contract'
import { readyProfiles } from '@zetesis/core'
import { useMemo, useState } from 'react'
import { useWatch } from 'react-hook-form'
import { YStack } from 'tamagui'
import { z } from 'zod'
import { beginSession, tell } from '@/sync/client'
import { setSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { FormChoice } from '@/ui/FormChoice'
import { FormQuantity } from '@/ui/FormQuantity'
import { FormText } from '@/ui/FormText'
import { Press } from '@/ui/Press'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body, Heading, Soft } from '@/ui/Words'
import { OpenPage } from './OpenPage'
import { emptySetUp, setUpSchema, type SetUpInput } from './setUpForm'

const codeSchema = z.object({ code: z.string().trim().min(1, 'Type the code that the terminal shows.') })

/** An empty installation: whoever started it has the code, and becomes the first lead. */
export function SetUp() {
  const [code, setCode] = useState<string>()
  return code === undefined ? <Code onRight={setCode} /> : <Company code={code} onWrong={() => setCode(undefined)} />
}

function Code({ onRight }: { onRight: (code: string) => void }) {
  const { control, send, busy, refused } = useSchemaForm({ schema: codeSchema, empty: { code: '' } })
  const go = send(async ({ code }) => {
    await tell('/set-up/code', { code })
    onRight(code)
  })
  return (
    <OpenPage
      title="Set up Zetesis"
      intro="Nobody is here yet. The terminal in which it was started shows a code; whoever has it becomes the first lead."
    >
      <FormText
        control={control}
        name="code"
        label="Set-up code"
        placeholder="K7QM-2XRD-9FHW"
        testID="set-up-code"
        onSubmit={() => void go()}
      />
      {refused ? (
        <Banner metal="out" word="Not taken" testID="set-up-refused">
          {refused}
        </Banner>
      ) : null}
      <Press look="act" disabled={busy} testID="code-go" onPress={() => void go()}>
        Go on
      </Press>
    </OpenPage>
  )
}

const unitsOf = [
  { value: 'ip', label: '°F, psig, oz' },
  { value: 'si', label: '°C, bar, g' },
] as const

function Company({ code, onWrong }: { code: string; onWrong: () => void }) {
  const [empty] = useState(emptySetUp)
  const [system, setSystem] = useState<SetUpInput['units']>('ip')
  const schema = useMemo(() => setUpSchema(system), [system])
  const { control, send, busy, refused } = useSchemaForm({
    schema,
    empty,
    draft: 'set-up',
    secret: ['password'],
  })
  const units = useWatch({ control, name: 'units' }) ?? 'ip'
  const method = useWatch({ control, name: 'method' })
  if (units !== system) {
    setSystem(units)
    setSettings({ system: units })
  }
  const go = send(
    async ({ company, timeZone, elevation, name, login, password, ...rest }) => {
      await beginSession('/set-up', {
        code,
        company: { name: company, timeZone, ...(elevation ? { elevation } : {}) },
        ...rest,
        lead: { name, login, password },
      })
      window.location.assign('/')
    },
    {
      'company.name': 'company',
      'company.timeZone': 'timeZone',
      'lead.name': 'name',
      'lead.login': 'login',
      'lead.password': 'password',
    },
  )
  return (
    <OpenPage title="Your company" intro="What new jobs begin with. All of it can be changed later.">
      <Card>
        <FormText control={control} name="company" label="Name of the company" />
        <FormChoice control={control} name="units" label="Units of measure" options={unitsOf} required />
        <FormText control={control} name="timeZone" label="Time zone" placeholder="America/Denver" />
        <FormQuantity
          control={control}
          name="elevation"
          label="Usual elevation"
          dimension="elevation"
          hint="Pressures and air are reckoned by it; each job can have its own."
        />
      </Card>
      <Card>
        <FormChoice
          control={control}
          name="method"
          label="How you judge"
          required
          options={readyProfiles.map(({ id, name }) => ({ value: id, label: name }))}
        />
        <YStack gap="$1" testID="method-words">
          {readyMethodWords(method ?? '', system).map((words) => (
            <Body key={words} fontSize="$3" lineHeight="$3">{`· ${words}`}</Body>
          ))}
        </YStack>
      </Card>
      <Card>
        <Heading>You, the first lead</Heading>
        <FormText control={control} name="name" label="Your name" autoComplete="name" />
        <FormText control={control} name="login" label="E-mail, to sign in with" autoComplete="email" />
        <FormText
          control={control}
          name="password"
          label="Password"
          secure
          autoComplete="new-password"
          hint="Twelve letters or more. A few words in a row are easy to remember."
        />
      </Card>
      {refused ? (
        <Banner metal="out" word="Not set up" testID="set-up-refused">
          {refused}
        </Banner>
      ) : null}
      <Press look="act" disabled={busy} testID="set-up" onPress={() => void go()}>
        Set it up
      </Press>
      <Press look="quiet" onPress={onWrong}>
        Another code
      </Press>
      <Soft>Invite the others afterwards, under Company.</Soft>
    </OpenPage>
  )
}
