import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { escaped, html } from './markup'

describe('HTML as text', () => {
  it('escapes what is put in and leaves its own', () => {
    const items = ['a', '<'].map((t) => html`<li>${t}</li>`)
    expect(html`<b title="${'"><i>'}">${'Tom & Jo’s'}</b>${html`<i>${1}</i>`}${items}`.html).toBe(
      '<b title="&quot;&gt;&lt;i&gt;">Tom &amp; Jo’s</b><i>1</i><li>a</li><li>&lt;</li>',
    )
  })
  it('says nothing for what is not there', () => {
    expect(html`<b${false}>${undefined}${''}</b>`.html).toBe('<b></b>')
  })
  it('drops what only indents, and keeps a blank within a line', () => {
    const name = 'Rook'
    expect(
      html`<tr>
        <td>${name}</td>
        <td class="a"><b>one two</b> <i>three</i></td>
        ${name} here
      </tr>`.html,
    ).toBe('<tr><td>Rook</td><td class="a"><b>one two</b> <i>three</i></td>Rook here</tr>')
  })
  it('leaves no text that a tag or an attribute could begin or end with, and says all of it', () => {
    const back: Record<string, string> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"', '&#39;': "'" }
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom('<', '>', '"', "'", '&', 'a', ';', 'lt') }), (text) => {
        const safe = escaped(text)
        expect(safe).not.toMatch(/[<>"']/)
        expect(safe.replace(/&(?:amp|lt|gt|quot|#39);/g, (e) => back[e] ?? e)).toBe(text)
      }),
    )
  })
})
