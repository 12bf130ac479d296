import ChevronLeft from 'lucide-react-native/icons/chevron-left'
import Moon from 'lucide-react-native/icons/moon'
import Ruler from 'lucide-react-native/icons/ruler'
import Sun from 'lucide-react-native/icons/sun'
import { usePathname, useRouter } from 'expo-router'
import type { ReactNode } from 'react'
import { Button, ScrollView, Text, useMedia, XStack, YStack } from 'tamagui'
import { setSettings, useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { Logo } from '@/ui/Logo'
import { useDark, usePalette } from '@/ui/useDark'
import { ClockNote } from './ClockNote'
import { LeftCoveredNote } from './LeftCoveredNote'
import { StorageNote } from './SyncNote'
import { WaitBar } from './WaitBar'

export interface PageProps {
  children: ReactNode
  /** where the arrow leads; none on the first page */
  back?: string
  head: ReactNode
  /** shown beside the work from 1024 px on */
  left?: ReactNode
  right?: ReactNode
  /** a board that wants the whole width of a wide screen */
  broad?: boolean
}

/** Head, work and wait bar; on a wide screen the row to the left and the log or ladder to the right of the work. */
export function Page({ children, back, head, left, right, broad }: PageProps) {
  const { wide } = useMedia()
  return (
    <YStack flex={1} height="100%" backgroundColor="$background">
      <XStack flex={1} minHeight={0}>
        {wide && left ? (
          <ScrollView
            width={264}
            flexGrow={0}
            flexShrink={0}
            backgroundColor="$pane"
            borderRightWidth={1}
            borderColor="$rule"
          >
            <YStack paddingVertical="$3">{left}</YStack>
          </ScrollView>
        ) : null}
        <ScrollView flex={1} testID="page">
          <YStack
            width="100%"
            maxWidth={broad ? 1360 : 760}
            marginHorizontal="auto"
            padding="$4"
            gap="$4"
            render="main"
          >
            <XStack alignItems="flex-start" justifyContent="space-between" gap="$2">
              <XStack flex={1} gap="$1" alignItems="flex-start" minWidth={0}>
                {back ? <BackArrow to={back} /> : null}
                <YStack flex={1} minWidth={0}>
                  {head}
                </YStack>
              </XStack>
              {wide && back ? <CompanyLogo /> : null}
              <Switches first={!back} />
            </XStack>
            <StorageNote />
            <ClockNote />
            <LeftCoveredNote />
            {children}
          </YStack>
        </ScrollView>
        {wide && right ? (
          <ScrollView
            width={372}
            flexGrow={0}
            flexShrink={0}
            borderLeftWidth={1}
            borderColor="$rule"
            backgroundColor="$card"
          >
            <YStack padding="$4" gap="$4">
              {right}
            </YStack>
          </ScrollView>
        ) : null}
      </XStack>
      <WaitBar />
    </YStack>
  )
}

/** Whose work it is, where a wide page has room for it; the first page shows it by itself. */
function CompanyLogo() {
  const [card] = useBook().book.company
  return card?.value.logo ? <Logo png={card.value.logo} name={card.value.name} /> : null
}

function BackArrow({ to }: { to: string }) {
  const router = useRouter()
  const { ink } = usePalette()
  return (
    <Button
      unstyled
      role="link"
      aria-label="Back"
      testID="back"
      width={48}
      height={48}
      marginLeft="$-2"
      borderWidth={0}
      backgroundColor="transparent"
      alignItems="center"
      justifyContent="center"
      cursor="pointer"
      onPress={() => router.navigate(to as never)}
    >
      <ChevronLeft size={28} color={ink} />
    </Button>
  )
}

/** Units of measure and the pocket tools on every page, light on the first. */
function Switches({ first }: { first: boolean }) {
  const router = useRouter()
  const atTools = usePathname() === '/tools'
  const { system } = useSettings()
  const dark = useDark()
  const { ink } = usePalette()
  const chip = {
    unstyled: true,
    minHeight: 48,
    minWidth: 48,
    paddingHorizontal: '$2',
    borderWidth: 1,
    borderColor: '$rule',
    borderRadius: '$2',
    backgroundColor: '$card',
    alignItems: 'center',
    justifyContent: 'center',
    cursor: 'pointer',
  } as const
  return (
    <XStack gap="$2">
      <Button
        {...chip}
        role="button"
        testID="unit-system"
        aria-label={system === 'ip' ? 'Units °F, psig; change to °C, bar' : 'Units °C, bar; change to °F, psig'}
        onPress={() => setSettings({ system: system === 'ip' ? 'si' : 'ip' })}
      >
        <Text fontFamily="$figure" fontWeight="600" fontSize="$3" color="$ink">
          {system === 'ip' ? '°F psig' : '°C bar'}
        </Text>
      </Button>
      {atTools ? null : (
        <Button
          {...chip}
          role="link"
          testID="tools"
          aria-label="Pocket tools"
          onPress={() => router.navigate('/tools' as never)}
        >
          <Ruler size={22} color={ink} />
        </Button>
      )}
      {first ? (
        <Button
          {...chip}
          role="button"
          testID="light"
          aria-label={dark ? 'Light theme' : 'Dark theme'}
          onPress={() => setSettings({ light: dark ? 'day' : 'dark' })}
        >
          {dark ? <Sun size={22} color={ink} /> : <Moon size={22} color={ink} />}
        </Button>
      ) : null}
    </XStack>
  )
}
