import { showFirst } from './showFirst'

describe('what is wrong in a long form', () => {
  const seen: string[] = []
  const frame = () => new Promise((done) => requestAnimationFrame(done))
  beforeEach(() => {
    seen.length = 0
    Element.prototype.scrollIntoView = function (this: Element) {
      seen.push(this.id)
    }
  })
  it('comes into view with the cursor in it: the first one only', async () => {
    document.body.innerHTML = '<input id="a"><input id="b" aria-invalid="true"><input id="c" aria-invalid="true">'
    showFirst()
    await frame()
    expect([seen, document.activeElement?.id]).toEqual([['b'], 'b'])
  })
  it('leaves cursor and page where they are if nothing is', async () => {
    document.body.innerHTML = '<input id="a">'
    document.getElementById('a')!.focus()
    showFirst()
    await frame()
    expect([seen, document.activeElement?.id]).toEqual([[], 'a'])
  })
})
