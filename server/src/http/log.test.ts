import { serializers } from './log'

describe('what the log says', () => {
  it('of a request: its id, method and path, and nothing of who asked or what for', () => {
    const req = {
      id: '7',
      method: 'GET',
      url: '/api/refrigerant?from=2026-01-01&name=Mara',
      headers: { cookie: 'c' },
      ip: '10.0.0.1',
    }
    expect(serializers.req(req)).toEqual({ id: '7', method: 'GET', path: '/api/refrigerant' })
  })
  it('of a fault: what failed and where, without what somebody typed', () => {
    const cause = Object.assign(new Error('duplicate key'), { code: '23505', detail: 'Key (login)=(mara) exists.' })
    const error = new Error('Failed query: insert into users values ($1)\nparams: mara,Mara Quill', { cause })
    const said = JSON.stringify(serializers.err(error))
    expect(said).toContain('Failed query: insert into users')
    expect(said).toContain('23505')
    expect(said).not.toMatch(/mara/i)
  })
})
