// A page with one of each of the stack's parts and nothing else: what the app's bundle is measured against.
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query'
import Svg, { Circle } from 'react-native-svg'
import { Button, createTamagui, Input, ScrollView, TamaguiProvider, Text, TextArea, XStack, YStack } from 'tamagui'
import { z } from 'zod'

const config = createTamagui({
  tokens: { color: {}, space: {}, size: {}, radius: {}, zIndex: {} },
  themes: { light: {} },
})
const client = new QueryClient()
const Answer = z.object({ ok: z.boolean() })

function Health() {
  const { data } = useQuery({
    queryKey: ['health'],
    queryFn: async () => Answer.parse(await (await fetch('/api/health')).json()),
  })
  return <Text>{data?.ok ? 'ok' : '…'}</Text>
}

export default function Empty() {
  return (
    <TamaguiProvider config={config} defaultTheme="light">
      <QueryClientProvider client={client}>
        <ScrollView>
          <YStack>
            <XStack>
              <Button>Press</Button>
              <Input />
              <TextArea />
            </XStack>
            <Svg width={10} height={10}>
              <Circle cx={5} cy={5} r={4} />
            </Svg>
            <Health />
          </YStack>
        </ScrollView>
      </QueryClientProvider>
    </TamaguiProvider>
  )
}
