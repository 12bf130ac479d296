import TriangleAlert from 'lucide-react-native/icons/triangle-alert'
import { XStack } from 'tamagui'
import { usePalette } from './useDark'
import { Soft } from './Words'

/** One line of the usual caution, where it applies. */
export function Caution({ children }: { children: string }) {
  const palette = usePalette()
  return (
    <XStack gap="$2" alignItems="flex-start">
      <TriangleAlert size={18} color={palette.brass} aria-hidden />
      <Soft flex={1}>{children}</Soft>
    </XStack>
  )
}
