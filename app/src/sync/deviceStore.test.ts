import { indexedDbDevice } from './deviceStore'

describe('what the device keeps of the server’s answers', () => {
  it('is nothing, and breaks nothing, where there is no database', async () => {
    expect(globalThis.indexedDB).toBeUndefined()
    const device = indexedDbDevice()
    await device.write(['jobs'], [1])
    expect(await device.read(['jobs'])).toBeUndefined()
    await expect(device.clear()).resolves.toBeUndefined()
  })
})
