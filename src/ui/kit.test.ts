import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const files = ['src/ui', 'src/screens', 'src/app'].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.tsx') && !f.endsWith('.test.tsx'))
    .map((f) => ({ file: `${folder}/${f}`, text: readFileSync(`${folder}/${f}`, 'utf8') })),
)
const linesWith = (pattern: RegExp, except: RegExp = /^$/) =>
  files.flatMap(({ file, text }) =>
    except.test(file)
      ? []
      : text.split('\n').flatMap((line, i) => (pattern.test(line) ? [`${file}:${i + 1} ${line.trim()}`] : [])),
  )

describe('the kit', () => {
  it('sizes type and distances by the house’s scales', () => {
    expect(files.length).toBeGreaterThan(80)
    // What follows the screen (clamp) or the paper (mm, pt) has no step of its own.
    expect(
      linesWith(/^\s*(font-size|gap|row-gap|column-gap): [^;]*\d(rem|px)/, /theme/).filter((l) => !/clamp/.test(l)),
    ).toEqual([])
    expect(linesWith(/\b[4-7]\d\d \d*\.?\d+rem\//, /theme/)).toEqual([])
  })

  it('asks for days, times and choices by its own fields: the browser’s follow its own language', () => {
    expect(linesWith(/type="(date|time|datetime-local|month|week)"/)).toEqual([])
    expect(linesWith(/<select\b|<input type="(checkbox|radio|number)"/)).toEqual([])
    for (const name of ['DatePicker', 'TimeField', 'NumberField', 'DateInput'])
      expect(
        linesWith(new RegExp(`import \\{[^}]*\\b${name}\\b[^}]*\\} from 'react-aria-components'`), /^src\/ui\//),
      ).toEqual([])
  })

  it('has one table and one list without marks, but for the wall and what is folded and printed for an owner', () => {
    const own = /^src\/(ui\/|screens\/(wall\/Grid|printed\/BookletSheet))/
    expect(linesWith(/<table\b|styled\.table\b/, own)).toEqual([])
    expect(
      linesWith(
        /overflow-x: auto/,
        /^src\/(ui\/|screens\/(wall\/(Wall|LockedWall)|shell\/Shell|bench\/Bench|command\/Tether))/,
      ),
    ).toEqual([])
    const bare = files.filter(
      ({ file, text }) => !own.test(file) && /styled\.(ul|ol)`\n(?! {2}&&)[^`]*?^ {2}list-style: none/m.test(text),
    )
    expect(bare.map(({ file }) => file)).toEqual([])
  })

  it('says meters, kilograms and degrees by the house’s measures', () => {
    expect(linesWith(/\} (m|kg|°C)\b[^²/]|[`'"] (m|kg)[`'"]/, /screens\/curriculum\/RungForm/)).toEqual([])
  })
})
