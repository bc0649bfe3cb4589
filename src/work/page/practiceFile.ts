import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { html } from '@/core/markup'
import type { HomeFile } from '@/core/demonstration/homeFile'
import type { Booklet } from './booklet'

/** The program of the file, as it was bundled when the application was built. */
export const practiceProgram = (): string => readFileSync(join(process.cwd(), 'build/practice.js'), 'utf8')

const style = `
:root{color-scheme:light;--ink:#10302a;--paper:#f7faf5;
--ground:#e9eee8;--rule:#7d9389;--now:#f0a400;--held:#006a62;--warn:#7d1d60}
*{box-sizing:border-box}body{margin:0 auto;max-width:42rem;padding:.8rem 1rem 3rem;background:var(--ground);
color:var(--ink);font:400 1.05rem/1.4 'Atkinson Hyperlegible Next','Segoe UI',Roboto,Helvetica,Arial,sans-serif}
h1,h2,h3{font-family:Rockwell,'Roboto Slab',Georgia,serif;line-height:1.15;margin:1.1rem 0 .3rem}
h1{font-size:1.7rem;margin-top:.2rem}h2{font-size:1.3rem;border-top:3px solid var(--held);padding-top:.5rem}
h3{font-size:1.1rem}h3 small{font-weight:400;font-size:.85rem}p{margin:.3rem 0}ul{padding-left:1.2rem;margin:.3rem 0}
.lines{list-style:none;padding:0}button{font:inherit;min-height:2.9rem;padding:0 .9rem;border:1.5px solid var(--ink);
border-radius:4px;background:none;color:inherit;cursor:pointer;margin:.15rem 0}button:disabled{opacity:.45}
button[aria-pressed=true]{background:var(--ink);color:var(--paper)}.now{background:var(--now);border-color:var(--now);
color:#1c1400;font-weight:700}.taps .yes{background:var(--ink);color:var(--paper);font-weight:700;min-width:9rem}
.taps,.holds{display:flex;flex-wrap:wrap;gap:.5rem;align-items:center}.taps button{min-height:3.4rem}
.clock{font-size:2.4rem;font-variant-numeric:tabular-nums}
.warn{color:var(--warn);font-weight:700}textarea{width:100%;height:8rem;font:.8rem/1.3 monospace}
svg{width:100%;max-width:24rem;display:block}rect{fill:var(--held)}line{stroke:var(--rule)}
table{border-collapse:collapse}td,th{text-align:left;padding:.15rem .8rem .15rem 0;vertical-align:top}
@media print{button,#send,#progress,#five{display:none}}
`

/** Data as it may stand within a script element: nothing in it can end that. */
const embedded = (data: HomeFile): string =>
  JSON.stringify(data).replace(/[<>&\u2028\u2029]/g, (c) => {
    const point = c.charCodeAt(0).toString(16).padStart(4, '0')
    return `\\u${point}`
  })

/**
 * One HTML file with all of it inside, to be opened from a message or a stick: its own policy lets no request leave it,
 * and its own program alone runs.
 */
export function practiceFile(booklet: Booklet, program: string): string {
  const { homework } = booklet
  const data: HomeFile = {
    residencyId: booklet.residencyId,
    name: booklet.name,
    owner: booklet.owner,
    kennel: booklet.kennel,
    phone: booklet.phone,
    trainer: booklet.trainer,
    from: booklet.from,
    note: homework.note,
    warmUp: homework.warmUp,
    signals: homework.signals,
    words: [...booklet.words],
    release: booklet.release,
    dates: booklet.dates,
    whenItFails: [...homework.whenItFails],
    ringWhen: [...homework.ringWhen],
    cautions: [...homework.cautions],
    weeks: homework.weeks.map((w) => ({
      week: w.week,
      place: w.place,
      foodWords: w.foodWords,
      also: w.also,
      lines: w.lines.map((l) => ({
        id: l.id,
        command: l.command,
        title: l.title,
        minutes: l.minutes,
        words: l.words,
        seconds: [...l.seconds],
      })),
    })),
  }
  const script = program.trim()
  const hash = createHash('sha256').update(script).digest('base64')
  const policy =
    `default-src 'none'; script-src 'sha256-${hash}'; style-src 'unsafe-inline'; img-src data:; ` +
    `base-uri 'none'; form-action 'none'`
  const body = html`<h1>${booklet.name} at home</h1>
    <p>For ${booklet.owner}, from ${booklet.kennel}. ${booklet.shownSays}</p>
    ${homework.note !== '' && html`<p><b>${homework.note}</b></p>`}
    <h2>Today</h2>
    <div id="today"></div>
    <h2>How it goes</h2>
    <div id="progress"></div>
    <h2 id="words">Words and signals</h2>
    <table>
      ${booklet.words.map(
        (w) =>
          html`<tr>
            <th>${w.command}</th>
            <td>${w.word === '' ? '' : `“${w.word}”`}</td>
            <td>${w.signal}</td>
          </tr>`,
      )}
      ${booklet.also.map(
        ({ label, said }) =>
          html`<tr>
            <th>${label}</th>
            <td colspan="2">${said}</td>
          </tr>`,
      )}
    </table>
    <h2>If something goes wrong</h2>
    <ul>
      ${homework.whenItFails.map((l) => html`<li>${l}</li>`)}
    </ul>
    <h2>Cautions</h2>
    <ul>
      ${homework.cautions.map((l) => html`<li>${l}</li>`)}
    </ul>
    <h2>Call ${booklet.ring}</h2>
    <ul>
      ${homework.ringWhen.map((l) => html`<li>${l}</li>`)}
    </ul>
    <div id="send">
      <h2>Send it back</h2>
      <p>
        Send this text to ${booklet.kennel} in any message, or save it as a file and send that. Nothing else leaves this
        phone.
      </p>
      <label for="log">The log</label>
      <textarea id="log" readonly="readonly" spellcheck="false"></textarea>
      <p><button data-do="copy">Copy</button> <button data-do="save">Save as a file</button></p>
    </div>`.html
  return [
    '<!doctype html><html lang="en"><head><meta charset="utf-8">',
    `<meta http-equiv="Content-Security-Policy" content="${policy}">`,
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    html`<title>${booklet.name} at home</title>`.html,
    `<style>${style}</style></head><body><main>`,
    body,
    `</main><script type="application/json" id="data">${embedded(data)}</script>`,
    `<script>${script}</script></body></html>`,
  ].join('')
}
