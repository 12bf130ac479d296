import { channelTable, readingChannels, type Quantity, type ReadingChannel } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'

type Schemas = {
  readonly [C in ReadingChannel]: z.ZodType<Quantity<(typeof channelTable)[C]['dimension']>>
}

/** The values of a reading, by the table of channels. */
export const readingValuesSchema = ({ quantity }: Door) =>
  z
    .strictObject(
      Object.fromEntries(readingChannels.map((c) => [c, quantity(channelTable[c].dimension)])) as unknown as Schemas,
    )
    .partial()

/** Which instrument took which channel. */
export const instrumentsSchema = ({ id }: Door) => z.partialRecord(z.enum(readingChannels), id)
