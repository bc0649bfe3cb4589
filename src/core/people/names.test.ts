import { describe, expect, it } from 'vitest'
import { withoutOwner } from './names'

describe('a text without its owner', () => {
  it.each([
    ['Two people; Aldous Frayne’s own leash', 'Aldous Frayne', 'Two people; the owner’s own leash'],
    ['Ask Mrs Frayne first', 'Mrs Frayne', 'Ask the owner first'],
    ['only Gwen and Tom may groom', 'Gwen Hollis and Tom Hollis', 'only the owner may groom'],
    ['the Hartleys carry it', 'the Hartleys', 'the owner carry it'],
    ['GWEN picks it up', 'Gwen Hollis', 'the owner picks it up'],
    ['Slow at the gate', 'Al Gate-Way', 'Slow at the gate'],
    ['Ελένη lifts it', 'Ελένη Łuk', 'the owner lifts it'],
    ['Bites (once) a.b', 'a.b (once)', 'Bites the owner'],
    ['Allow nobody near', 'Al Low', 'Allow nobody near'],
    ['Nobody is named', '', 'Nobody is named'],
  ])('“%s” of %s', (text, owner, said) => {
    expect(withoutOwner(text, owner)).toBe(said)
  })
})
