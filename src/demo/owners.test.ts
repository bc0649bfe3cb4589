import { afterAll, describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import type { DogTraits } from '@/core/dog/traits'
import { minutesADay } from '@/core/demonstration/practice'
import { dogAsThing, kennelWord } from '@/core/owner/words'
import { gradeOf, hasVerb, medianOf, sentencesOf, wordsOf } from '@/core/tests/plainText'
import { appendHouse, readHouse } from '@/store/house'
import { readPeople } from '@/store/kennel'
import { findResident, residentsOn, updateDog } from '@/store/residents'
import { lapseStandings } from '@/store/standings'
import { refoldDog } from '@/work/record/refold'
import { loadBooklet } from '@/work/page/booklet'
import { ownerTexts } from '@/work/tests/ownerTexts'
import { demoDay as today, madeDemo } from './tests/madeDemo'

const now = Date.parse(`${today}T10:00:00Z`)

/** The demonstration, and some of its dogs again as what a demonstration has none of. */
function demo() {
  const db = madeDemo()
  const named = (name: string): string => {
    const id = db
      .prepare('SELECT r.id FROM residency r JOIN dog d ON d.id = r.dog_id WHERE d.name = ? ORDER BY r.arrives_on DESC')
      .pluck()
      .get(name)
    if (typeof id !== 'string') throw new Error(`no ${name}`)
    return id
  }
  const become = (name: string, traits: Partial<DogTraits>) => {
    const resident = findResident(db, named(name))
    if (!resident) throw new Error(`no ${name}`)
    updateDog(db, resident.dogId, { traits: { ...resident.traits, ...traits } })
    refoldDog(db, resident.dogId, now)
  }
  return { db, named, become, all: residentsOn(db, today) }
}

/** Everything that is read about a dog, sentence by sentence, with where it stands. */
const sentences = (texts: ReturnType<typeof ownerTexts>): readonly (readonly [where: string, sentence: string])[] =>
  Object.entries(texts).flatMap(([where, all]) => all.flatMap((t) => sentencesOf(t).map((s) => [where, s] as const)))

/** Greetings, and what a list is headed by: no sentence, and none is meant. */
const excepted = /^(?:Dear |Best wishes from )|: $/

const { db, named, become, all } = demo()
become('Gimlet', { deaf: true })
become('Tansy', { blind: true })
become('Rook', { bornOn: '2026-07-20' })
const dogs = [...all.map((r) => r.residencyId), named('Lapwing')]
afterAll(() => db.close())

describe('whole booklets, to be read by eye when they change', () => {
  it.each(['Lapwing', 'Wren', 'Dunlin', 'Gimlet, deaf', 'Trowel, toys', 'Heron, on the right'])('%s', async (which) => {
    const booklet = loadBooklet(db, named(which.split(',')[0] ?? ''), now)
    if (!booklet) throw new Error(which)
    const { homework } = booklet
    const text = [
      `${booklet.name} at home, for ${booklet.owner}, from ${booklet.kennel}`,
      booklet.shownSays,
      ...booklet.instead,
      '',
      'WORDS AND SIGNALS',
      ...booklet.words.map((w) => [w.command, w.word, w.signal].filter((t) => t !== '').join(' | ')),
      ...booklet.also.map(({ label, said }) => `${label} | ${said}`),
      '',
      ...(booklet.shown.length === 0 ? [] : ['WHAT WAS SHOWN']),
      ...booklet.shown.map((s) => `${s.title} | with your trainer: ${s.trainer} | with you: ${s.owner}`),
      '',
      'EVERY DAY',
      booklet.everyDay,
      homework.signals,
      homework.warmUp,
      ...homework.weeks.flatMap((w) => [
        '',
        `WEEK ${w.week}`,
        w.place,
        w.foodWords,
        ...w.lines.map((l) => `${l.title.toUpperCase()}, ${minutesADay(l.minutes)}. ${l.words}`),
        w.also,
      ]),
      '',
      'IF SOMETHING GOES WRONG',
      ...homework.whenItFails,
      '',
      'CAUTIONS',
      ...homework.cautions,
      '',
      `CALL ${booklet.ring}`,
      ...homework.ringWhen,
      '',
    ]
    await expect(text.join('\n')).toMatchFileSnapshot(`golden/${which.split(',')[0]?.toLowerCase() ?? ''}.txt`)
  })
})

describe.each(['metric', 'US'] as const)('what owners read in a %s house', (measures) => {
  if (measures === 'US') {
    const ways = { unit: 'lb', lengths: 'ft', temperatures: 'F', clock: '12', dates: 'month-first' } as const
    appendHouse(db, v7(), { ...readHouse(db), ...ways }, readPeople(db)[0]?.id ?? '', now - 1)
    lapseStandings(db)
  }
  const texts = dogs.flatMap((id) => {
    const resident = findResident(db, id)
    return resident ? [[resident, ownerTexts(db, id, now)] as const] : []
  })

  it('is there: of every dog a booklet, a script, a calendar and a report, of some an invitation', () => {
    const places = texts.flatMap(([, t]) =>
      Object.entries(t).flatMap(([where, said]) => (said.join('') === '' ? [] : [where])),
    )
    expect(new Set(places)).toEqual(new Set(['booklet', 'calendar', 'report', 'invitation', 'script', 'card']))
    expect(places.length).toBeGreaterThan(3.5 * dogs.length)
  })

  it('reads at the sixth grade or below, with fifteen words a sentence at the middle and twenty-five at most', () => {
    for (const [{ name }, t] of texts)
      for (const [where, said] of Object.entries(t)) {
        const own = sentences({ [where]: said }).map(([, s]) => s)
        if (own.length === 0) continue
        expect([name, where, gradeOf(said.join('\n')) <= 6]).toEqual([name, where, true])
        const lengths = own.map((s) => wordsOf(s).length)
        expect([name, where, medianOf(lengths) <= 15]).toEqual([name, where, true])
        expect(own.filter((s) => wordsOf(s).length > 25)).toEqual([])
      }
  })

  it.each([
    ['a sentence without a verb', (s: string) => !excepted.test(s) && !hasVerb(s)],
    ['a semicolon', (s: string) => s.includes(';')],
    ['a dog that is an it', (s: string) => dogAsThing.test(s)],
    ['a word of the kennel', (s: string) => kennelWord.test(s.replace(/“[^”]*”/g, ''))],
    ['a figure with a unit cut short', (s: string) => /\b\d+ ?(?:s|min|m|ft|kg|lb)\b/.test(s)],
    ['what was never filled in', (s: string) => /undefined|[{}]|“”|\s[.,]|\.\.|\s{2}/.test(s)],
  ] as const)('has nowhere %s', (_, wrong) => {
    expect([
      ...new Set(
        texts.flatMap(([{ name }, t]) =>
          sentences(t).flatMap(([where, s]) => (wrong(s) ? [`${name}, ${where}: ${s}`] : [])),
        ),
      ),
    ]).toEqual([])
  })

  it('asks for nothing that it forbids: no word for a deaf dog, no hand for a blind one', () => {
    for (const [{ name, traits }, t] of texts) {
      const said = Object.values(t).flat().join('\n')
      if (traits.deaf) expect([name, /\bsay “|\bvoice\b|\bpraise\b/i.exec(said)?.[0]]).toEqual([name, undefined])
      if (traits.blind)
        expect([
          name,
          /\bshow (?:her|him|them) the signal|\bshow the signal|\b(?:closed|open) hand low/i.exec(said)?.[0],
        ]).toEqual([name, undefined])
    }
  })
})
