import { airWords, dayText, plannedWords, visitItemLine } from '@zetesis/contract'
import { useRouter } from 'expo-router'
import { Button, XStack, YStack } from 'tamagui'
import { visitHref } from '@/frame/routes'
import { useCompanyMethod } from '@/sync/useBook'
import { Card } from '@/ui/Card'
import { Body, Soft, Tag } from '@/ui/Words'
import { DayProposals } from '@/unit/visit/DayProposals'
import { useProposals } from '@/unit/visit/useProposals'
import type { OpenVisit } from './openVisits'

/** One visit on a list of many: when, where, who, what is open, and the days that fit. */
export function VisitCard({ open }: { open: OpenVisit }) {
  const router = useRouter()
  const { unitId, tag, visit, job } = open
  const { items, planned, by, contact, who, visiting } = visit
  const method = useCompanyMethod()
  const { told } = useProposals(job, items, by, method)
  const toIt = () => router.navigate(visitHref(unitId) as never)
  return (
    <Card testID={`visit-${tag}`} borderColor={planned ? '$verdigris' : '$brass'}>
      <Button
        unstyled
        role="link"
        aria-label={`Return visit of ${tag}`}
        testID={`visit-open-${tag}`}
        minHeight={52}
        width="100%"
        borderWidth={0}
        padding={0}
        alignItems="flex-start"
        backgroundColor="transparent"
        cursor="pointer"
        onPress={toIt}
      >
        <XStack gap="$3" alignItems="center" width="100%">
          <Tag>{tag}</Tag>
          <YStack flex={1} minWidth={0} alignItems="flex-start">
            <Body fontWeight="700" textAlign="left">
              {visiting ? 'Under way' : planned ? plannedWords(planned) : by ? `by ${dayText(by)}` : 'no date'}
            </Body>
            <Soft textAlign="left">
              {[job.name, who && `${who} comes`, contact && `call ${contact}`].filter(Boolean).join(' · ')}
            </Soft>
          </YStack>
          <Soft>›</Soft>
        </XStack>
      </Button>
      <YStack>
        {items.map((item, index) => (
          <Soft key={index}>{`○ ${[visitItemLine(item), airWords(item)].filter(Boolean).join(', ')}`}</Soft>
        ))}
      </YStack>
      {told && !planned && !visiting ? <DayProposals told={told} items={items} job={job} most={2} /> : null}
    </Card>
  )
}
