import type { ReactNode } from 'react'
import { ScrollView, YStack } from 'tamagui'
import { CopperBadge } from '@/charts/CopperBadge'
import { Body, Soft, Title } from '@/ui/Words'

const mark = (['prepare', 'vacuum', 'weighIn', 'startUp', 'handOver'] as const).map((stage, i) => ({
  stage,
  state: i === 2 ? ('bypassed' as const) : ('done' as const),
}))

/** A page that is shown before anybody is signed in. */
export function OpenPage({ title, intro, children }: { title: string; intro?: string; children: ReactNode }) {
  return (
    <ScrollView flex={1} backgroundColor="$background">
      <YStack
        width="100%"
        maxWidth={440}
        marginHorizontal="auto"
        padding="$5"
        paddingTop={64}
        paddingBottom={64}
        gap="$4"
        render="main"
      >
        <CopperBadge stages={mark} />
        <Title>{title}</Title>
        {intro ? <Body>{intro}</Body> : null}
        {children}
        <Soft>Local codes, the equipment’s listing and a licensed person’s judgement come first.</Soft>
      </YStack>
    </ScrollView>
  )
}
