import { fileSource, typedSource, type Batch } from './source'

const heard = (source: { onSample: (listen: (batch: Batch) => void) => () => void }) => {
  const batches: Batch[] = []
  const leave = source.onSample((batch) => batches.push(batch))
  return { batches, leave }
}

describe('sources', () => {
  it('a typed reading is stamped by the tap and keeps its unit', () => {
    let now = 5000
    const source = typedSource(() => now)
    const { batches, leave } = heard(source)
    source.type({ value: 1, unit: 'Torr' }, 133.3)
    source.start()
    now = 12_500
    source.type({ value: 1, unit: 'Torr' }, 133.3)
    leave()
    source.type({ value: 2, unit: 'Torr' }, 266.6)
    expect(batches).toEqual([
      { samples: [{ timeS: 7.5, values: { vacuum: 133.3 } }], typed: { value: 1, unit: 'Torr' } },
    ])
  })
  it('a file gives everything when it is started', () => {
    const chunks = [{ count: 1, bytes: Uint8Array.from([1]) }]
    const source = fileSource(chunks)
    const { batches } = heard(source)
    expect(batches).toEqual([])
    source.start()
    expect(batches).toEqual([{ chunks }])
  })
})
