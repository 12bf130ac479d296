import type { ReactNode } from 'react'
import { Modal } from 'react-native'
import { Theme, YStack } from 'tamagui'
import { useDark } from './useDark'

/** Over everything else, whatever it stands in: for what can't wait. */
export function WholeScreen({ children, testID }: { children: ReactNode; testID: string }) {
  return (
    <Modal visible transparent animationType="none">
      <Theme name={useDark() ? 'dark' : 'light'}>
        <YStack
          testID={testID}
          role="alert"
          flex={1}
          width="100%"
          height="100%"
          backgroundColor="$oxide"
          alignItems="center"
          justifyContent="center"
          gap="$5"
          padding="$5"
        >
          {children}
        </YStack>
      </Theme>
    </Modal>
  )
}
