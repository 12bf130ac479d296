import { columnName } from '@zetesis/contract'
import { ScrollView } from 'react-native'
import { Text, XStack, YStack } from 'tamagui'
import type { ImportPreview } from '@/workers/import.worker'

/** The first rows as they stand in the file, under what each column was taken for. */
export function FilePreview({ preview: { mapping, rows } }: { preview: ImportPreview }) {
  return (
    <ScrollView horizontal>
      <XStack gap="$3">
        {Array.from({ length: mapping.columns }, (_, column) => (
          <YStack key={column} minWidth={72}>
            <Text fontSize="$2" fontWeight="700" color="$copperInk">
              {columnName(mapping, column)}
            </Text>
            {rows.map((row, i) => (
              <Text key={i} fontFamily="$figure" fontSize="$3" color="$ink" numberOfLines={1}>
                {row[column] || '\u00a0'}
              </Text>
            ))}
          </YStack>
        ))}
      </XStack>
    </ScrollView>
  )
}
