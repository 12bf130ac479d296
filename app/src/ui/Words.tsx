import { memo } from 'react'
import { styled, Text } from 'tamagui'

// a text that says the same isn't drawn anew

export const Title = memo(
  styled(Text, { render: 'h1', fontSize: '$7', lineHeight: '$7', fontWeight: '700', color: '$ink' }),
)
export const Heading = memo(
  styled(Text, {
    render: 'h2',
    fontSize: '$5',
    lineHeight: '$5',
    fontWeight: '700',
    color: '$ink',
  }),
)
export const Body = memo(styled(Text, { fontSize: '$4', lineHeight: '$4', color: '$ink' }))
export const Soft = memo(styled(Text, { fontSize: '$3', lineHeight: '$3', color: '$soft' }))
export const Tag = memo(
  styled(Text, {
    fontFamily: '$figure',
    fontWeight: '700',
    fontSize: '$tag',
    lineHeight: '$7',
    color: '$ink',
  }),
)
/** Readings: tabular, condensed, big. */
export const Figure = memo(
  styled(Text, {
    fontFamily: '$figure',
    fontWeight: '600',
    fontSize: '$6',
    lineHeight: '$6',
    color: '$ink',
  }),
)
