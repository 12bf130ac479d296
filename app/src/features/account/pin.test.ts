import { isPlainPin } from './pin'

describe('a PIN that everybody tries first', () => {
  it.each(['000000', '123456', '654321', 'abcdef', '121212', '246246', '19841984'])('%s', (pin) =>
    expect(isPlainPin(pin)).toBe(true),
  )
  it.each(['482913', 'kx7-qp', '123457', '112233'])('isn’t %s', (pin) => expect(isPlainPin(pin)).toBe(false))
})
