import { useState } from 'react'
import { ScrollView, YStack } from 'tamagui'
import { sentence } from '@/sync/api'
import { queryClient, signIn } from '@/sync/client'
import { CopperBadge } from '@/charts/CopperBadge'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft, Title } from '@/ui/Words'

const mark = (['prepare', 'vacuum', 'weighIn', 'startUp', 'handOver'] as const).map((stage, i) => ({
  stage,
  state: i === 2 ? ('bypassed' as const) : ('done' as const),
}))

export function SignIn() {
  const [login, setLogin] = useState('')
  const [password, setPassword] = useState('')
  const [problem, setProblem] = useState<string>()
  const [busy, setBusy] = useState(false)
  const go = async () => {
    if (login.trim() === '' || password === '') return setProblem('Type your name and password.')
    setBusy(true)
    try {
      const user = await signIn({ login, password })
      queryClient.setQueryData(['me'], user)
      await queryClient.invalidateQueries()
    } catch (error) {
      setProblem(sentence(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <ScrollView flex={1} backgroundColor="$background">
      <YStack width="100%" maxWidth={440} marginHorizontal="auto" padding="$5" paddingTop={88} gap="$4" render="main">
        <CopperBadge stages={mark} />
        <Title>Zetesis</Title>
        <Body>From bare pipes to signed papers, one log a unit.</Body>
        <TextField label="Name" value={login} onChange={setLogin} autoComplete="username" testID="login" />
        <TextField
          label="Password"
          value={password}
          onChange={setPassword}
          secure
          autoComplete="current-password"
          problem={problem}
          testID="password"
          onSubmit={() => void go()}
        />
        <Press look="act" disabled={busy} onPress={() => void go()} testID="sign-in">
          Sign in
        </Press>
        <Soft>Local codes, the equipment’s listing and a licensed person’s judgement come first.</Soft>
      </YStack>
    </ScrollView>
  )
}
