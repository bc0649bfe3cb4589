import { html, type Markup } from '@/core/markup'
import { dayText } from '@/core/days'
import { minutesADay, nothingThisWeek } from '@/core/demonstration/practice'
import { longText, unbroken } from '@/core/wording'
import type { HomeFile } from '@/core/demonstration/homeFile'
import { dayOf, keptIn, keyOf, nothingKept, takenBack, tapped, textOf, weekOn, type Kept } from './log'

/** The program in the file that an owner takes home. It asks nothing of any network and sends nothing. */

const find = (id: string): HTMLElement => {
  const found = document.getElementById(id)
  if (!found) throw new Error(`no ${id}`)
  return found
}

// Written by the house into this very file; nobody else’s.
const data = JSON.parse(find('data').textContent) as HomeFile
let lasting = true

/** What lies in this browser; undefined where nothing does that can be read. */
function stored(): Kept | undefined {
  try {
    const text = localStorage.getItem(keyOf(data.residencyId))
    return text === null ? undefined : keptIn(text)
  } catch {
    lasting = false
    return undefined
  }
}

/**
 * Chromium may refuse storage, silently and for as long as its process lives, to a page that asks before the browser
 * has heard that the page is shown: it then reads as empty, and what is written is gone. An answer to anything that
 * the page asked of the browser proves that it has heard.
 */
async function heard(): Promise<void> {
  try {
    await navigator.locks.request('kibou-practice', { mode: 'shared' }, () => undefined)
  } catch {
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
}

let log = nothingKept(Math.random)
let before: Kept | undefined
let week = weekOn(data.from, dayOf(new Date()), data.weeks.length)
let hold: { id: string; seconds: number; from: number; rung: boolean } | undefined
let until: number | undefined

/** Takes over what another tab with this file has logged or undone. */
function catchUp(): void {
  const there = stored()
  if (!there || JSON.stringify(there) === JSON.stringify(log)) return
  log = there
  before = undefined
}

function keep(next: Kept): void {
  before = log
  log = next
  try {
    localStorage.setItem(keyOf(data.residencyId), JSON.stringify(log))
  } catch {
    lasting = false
  }
  draw()
}

let audio: AudioContext | undefined
/** A tone; the first one after a tap, as browsers want it. */
function tone(hertz: number, seconds: number): void {
  try {
    audio ??= new AudioContext()
    const [oscillator, gain] = [audio.createOscillator(), audio.createGain()]
    oscillator.frequency.value = hertz
    gain.gain.value = 0.3
    oscillator.connect(gain).connect(audio.destination)
    oscillator.start()
    oscillator.stop(audio.currentTime + seconds)
    if ('vibrate' in navigator) navigator.vibrate(120)
  } catch {
    // A browser without sound shows the clock all the same.
  }
}

type Week = HomeFile['weeks'][number]
type Line = Week['lines'][number]
const thisWeek = (): Week | undefined => data.weeks.find((w) => w.week === week)
/** Under what a line is logged: its command, or itself where a person wrote it. */
const nameOf = (line: Line): string => (line.command === '' ? line.id : line.command)
const titles = new Map(data.weeks.flatMap((w) => w.lines.map((l) => [nameOf(l), l.title] as const)))

function lineShown(line: Line): Markup {
  const today = log.entries.filter((e) => e.day === dayOf(new Date()) && e.command === nameOf(line))
  const reps = today.reduce((n, e) => n + e.reps, 0)
  const clean = today.reduce((n, e) => n + e.clean, 0)
  const running = hold?.id === line.id ? hold : undefined
  return html`<li>
    <h3>${line.title} <small>${minutesADay(line.minutes)}</small></h3>
    <p>${unbroken(line.words)}</p>
    ${
      line.seconds.length > 0 &&
      html`<p class="holds">
        ${
          running
            ? html`<b class="clock" role="timer" data-hold="${line.id}">0.0</b>
                <span>of ${longText(running.seconds)}</span>`
            : line.seconds.map(
                (s) => html`<button data-do="hold" data-line="${line.id}" data-s="${s}">${longText(s)}</button> `,
              )
        }
      </p>`
    }
    <p class="taps">
      <button class="yes" data-do="yes" data-line="${line.id}">Good</button>
      <button data-do="no" data-line="${line.id}">Not yet</button>
      <span aria-live="polite">today: ${clean} of ${reps} good</span>
    </p>
  </li>`
}

function drawn(): Markup {
  const now = thisWeek()
  return html`<p>
      ${data.weeks.map(
        (w) =>
          html`<button data-do="week" data-w="${w.week}" aria-pressed="${String(w.week === week)}">
            week ${w.week}
          </button> `,
      )}
    </p>
    <p><b>${now?.foodWords ?? ''}</b> ${now?.place ?? ''}</p>
    <p>${data.signals} ${data.warmUp}</p>
    <p>
      <button class="now" data-do="five">
        ${until === undefined ? 'Start five minutes' : 'Stop the five minutes'}
      </button>
      <b id="five" role="timer"></b>
      <button data-do="undo" ${before ? '' : html`disabled`}>Undo</button>
    </p>
    ${!lasting && html`<p class="warn">This browser cannot save your practice. Send it before you close this page.</p>`}
    <ul class="lines">
      ${now && now.lines.length > 0 ? now.lines.map(lineShown) : html`<li>${nothingThisWeek}</li>`}
    </ul>
    <p>${now?.also ?? ''}</p>`
}

/** Design choice: so many days of practice are drawn. */
const daysDrawn = 21

function progress(): Markup {
  const done = log.entries.filter((e) => e.reps > 0)
  const said = (day: string | undefined) => dayText(day ?? '', data.dates)
  const days = [...new Set(done.map((e) => e.day))].sort().slice(-daysDrawn)
  if (days.length === 0) return html`<p>You have not practiced yet.</p>`
  const commands = [...new Set(done.map((e) => e.command))]
  return html`${commands.map((command) => {
    const bars = days.map((day, i) => {
      const here = log.entries.filter((e) => e.day === day && e.command === command)
      const reps = here.reduce((n, e) => n + e.reps, 0)
      const height = reps === 0 ? 0 : (here.reduce((n, e) => n + e.clean, 0) / reps) * 30
      const x = i * 14
      return reps === 0
        ? html``
        : html`<rect x="${x}" y="${34 - height}" width="10" height="${Math.max(1.5, height)}"></rect>`
    })
    const all = log.entries.filter((e) => e.command === command)
    const longest = Math.max(0, ...all.map((e) => e.seconds ?? 0))
    return html`<h3>${titles.get(command) ?? command}</h3>
      <svg viewBox="0 0 300 36" role="img" aria-label="share of good tries, day by day">
        <line x1="0" x2="300" y1="34.5" y2="34.5"></line>
        ${bars}
      </svg>
      <p>
        ${
          `${all.reduce((n, e) => n + e.clean, 0)} of ${all.reduce((n, e) => n + e.reps, 0)} tries were good, ` +
          `${said(days[0])} to ${said(days.at(-1))}.${longest > 0 ? ` The longest was ${longText(longest)}.` : ''}`
        }
      </p>`
  })}`
}

function draw(): void {
  find('today').innerHTML = drawn().html
  find('progress').innerHTML = progress().html
  const text = find('log')
  if (text instanceof HTMLTextAreaElement) text.value = textOf(data.residencyId, log)
}

const lineOf = (id: string | undefined): Line | undefined => data.weeks.flatMap((w) => w.lines).find((l) => l.id === id)

document.addEventListener('click', (event) => {
  const button = event.target instanceof Element ? event.target.closest('button') : null
  if (!button) return
  const { do: does, line: lineId, s, w } = button.dataset
  const line = lineOf(lineId)
  if (does === 'week') week = Number(w)
  if (does === 'hold' && line) {
    hold = { id: line.id, seconds: Number(s), from: performance.now(), rung: false }
    tone(660, 0.08)
  }
  if (does === 'five') {
    until = until === undefined ? Date.now() + 5 * 60_000 : undefined
    tone(660, 0.08)
  }
  if (does === 'undo' || does === 'yes' || does === 'no') catchUp()
  if (does === 'undo' && before) {
    keep(takenBack(log, before))
    before = undefined
  }
  if ((does === 'yes' || does === 'no') && line) {
    const heldSeconds = hold?.id === line.id && hold.rung ? hold.seconds : null
    hold = undefined
    keep(tapped(log, nameOf(line), does === 'yes', heldSeconds, new Date()))
  }
  if (does === 'copy') {
    const text = find('log')
    if (text instanceof HTMLTextAreaElement) {
      text.select()
      document.execCommand('copy')
      button.textContent = 'Copied'
    }
    return
  }
  if (does === 'save') {
    const link = document.createElement('a')
    link.href = URL.createObjectURL(new Blob([textOf(data.residencyId, log)], { type: 'text/plain' }))
    link.download = `practice-${data.name.replace(/[^\w-]/g, '')}.txt`
    link.click()
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
    return
  }
  draw()
})

setInterval(() => {
  const five = document.getElementById('five')
  if (until !== undefined) {
    const left = Math.max(0, Math.ceil((until - Date.now()) / 1000))
    if (five) five.textContent = `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`
    if (left === 0) {
      until = undefined
      tone(880, 0.6)
      draw()
    }
  }
  if (!hold) return
  const seconds = (performance.now() - hold.from) / 1000
  const clock = document.querySelector('[data-hold]')
  if (clock) clock.textContent = Math.min(seconds, hold.seconds).toFixed(1)
  if (seconds >= hold.seconds && !hold.rung) {
    hold.rung = true
    tone(880, 0.6)
  }
}, 100)

const look = (): void => {
  catchUp()
  draw()
}
window.addEventListener('storage', look)
void heard().then(look)
