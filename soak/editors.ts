import { readFileSync } from 'node:fs'
import { z } from 'zod'
import type { Typed } from '@/core/fields'
import { overField, readField } from '@/core/clash'
import type { Db } from '@/store/database'
import { findResident } from '@/store/residents'
import { valuesNow } from '@/work/page/intake'

/**
 * Two people who have one form open: the step *Owner* of one dog. Each reads it, changes some of it, takes a while, and
 * saves, as a browser does; what is not answered is sent again, and what was saved by the other meanwhile is laid
 * together. Every value is written once only, so that what became of it can be told.
 */
const fields = ['address', 'bestTime', 'goals'] as const
type Field = (typeof fields)[number]

const manifest = z.object({
  node: z.record(z.string(), z.object({ filename: z.string(), exportedName: z.string() })),
})

/** Under which id the build knows the action that keeps a step of the intake. */
function actionId(): string {
  const { node } = manifest.parse(JSON.parse(readFileSync('.next/server/server-reference-manifest.json', 'utf8')))
  const found = Object.entries(node).find(([, a]) => a.exportedName === 'keepIntakeStep')
  if (!found) throw new Error('no such action in this build')
  return found[0]
}

const answered = z.object({
  errors: z.record(z.string(), z.string()),
  values: z.record(z.string(), z.array(z.string())),
  clash: z
    .object({
      over: z.string(),
      both: z.array(z.object({ name: z.string(), mine: z.string(), theirs: z.string() })),
    })
    .optional(),
})

export class Editor {
  /** Every value that this person was shown or typed, by field. */
  readonly seen: Readonly<Record<Field, Set<string>>> = { address: new Set(), bestTime: new Set(), goals: new Set() }
  /** What was acknowledged. */
  readonly saved: Typed[] = []
  readonly faults: string[] = []
  clashes = 0
  unanswered = 0
  private count = 0
  private readonly action = actionId()

  constructor(
    private readonly name: string,
    private readonly url: string,
    private readonly cookie: string,
    private readonly residencyId: string,
    private readonly read: () => Typed,
    private readonly chance: () => number,
  ) {}

  /** Edits the form once, from reading it to what is acknowledged. */
  async edit(): Promise<void> {
    const read = this.read()
    this.sees(read)
    const mine: Record<string, readonly string[]> = { ...read, phone: ['01632 960100'] }
    for (const field of fields) if (this.chance() < 0.5) mine[field] = [`${this.name}${++this.count}`]
    this.sees(mine)
    // Long enough for the other to save in between, half of the time.
    await wait(this.chance() * 600)
    let form: Typed = mine
    let more: Readonly<Record<string, string>> = {}
    let theirsChosen: Typed = {}
    for (;;) {
      const said = await this.sendUntilAnswered(read, form, more)
      if (said === 'saved') return void this.saved.push({ ...form, ...theirsChosen })
      if (!said.clash) return void this.faults.push(`${this.name}: ${JSON.stringify(said.errors)}`)
      const { values } = said
      const { over, both } = said.clash
      this.clashes++
      this.sees(values)
      const chosen: (readonly [string, string])[] = []
      theirsChosen = {}
      for (const { name, theirs } of both) {
        const field = fields.find((f) => name === `choose.${f}`)
        const mine = this.chance() < 0.5
        chosen.push([name, mine ? 'mine' : 'theirs'])
        if (field === undefined) continue
        this.seen[field].add(theirs)
        if (!mine) theirsChosen = { ...theirsChosen, [field]: [theirs] }
      }
      form = values
      more = { [overField]: over, ...Object.fromEntries(chosen) }
      await wait(this.chance() * 300)
    }
  }

  private sees(form: Typed): void {
    for (const field of fields) this.seen[field].add(form[field]?.[0] ?? '')
  }

  private async sendUntilAnswered(read: Typed, form: Typed, more: Readonly<Record<string, string>>) {
    for (; ; await wait(150))
      try {
        const said = await this.send(read, form, more)
        if (said !== undefined) return said
        this.unanswered++
      } catch {
        // The server was killed: whether it was saved is not known, and the same is sent again.
        this.unanswered++
      }
  }

  /** Undefined where the server is starting again. */
  private async send(
    asRead: Typed,
    form: Typed,
    more: Readonly<Record<string, string>>,
  ): Promise<'saved' | z.infer<typeof answered> | undefined> {
    const body = new FormData()
    const put = (name: string, value: string) => body.append(`_1_${name}`, value)
    put('residencyId', this.residencyId)
    put('step', 'owner')
    put(readField, JSON.stringify(asRead))
    for (const [name, values] of Object.entries(form)) for (const value of values) put(name, value)
    for (const [name, value] of Object.entries(more)) put(name, value)
    // The arguments of the action: what stood before, and the form.
    body.append('0', JSON.stringify([{ errors: {}, values: {}, tries: 0 }, '$K1']))
    const answer = await fetch(`${this.url}/dogs/${this.residencyId}/intake`, {
      method: 'POST',
      headers: { 'next-action': this.action, accept: 'text/x-component', cookie: this.cookie },
      body,
      redirect: 'manual',
    })
    const text = await answer.text()
    if (answer.headers.has('x-action-redirect')) return 'saved' as const
    if (!answer.ok) return undefined
    const line = text.split('\n').find((l) => /^\d+:\{"errors"/.test(l))
    // It broke off on its way.
    if (line === undefined) return undefined
    const read = answered.safeParse(JSON.parse(line.slice(line.indexOf(':') + 1)))
    return read.success ? read.data : { errors: { '': `not understood: ${line}` }, values: {} }
  }
}

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

/** The form as a page shows it. */
export function ownerForm(db: Db, residencyId: string): Typed {
  const resident = findResident(db, residencyId)
  if (!resident) throw new Error('no such dog')
  return valuesNow(db, resident, 'owner', Date.now())
}

const history = z.array(z.object({ by: z.string(), entry: z.string() }))
const entryOf = z.object({ address: z.string(), bestTime: z.string(), goals: z.string() })

/**
 * What went wrong: a value that was acknowledged and stands nowhere, or one that was written over by somebody who had
 * never been shown it. `by`: the people's ids.
 */
export function whatWentWrong(db: Db, residencyId: string, by: ReadonlyMap<string, Editor>): readonly string[] {
  const all = history
    .parse(
      db
        .prepare(
          `SELECT recorded_by AS by, entry FROM intake_entry WHERE residency_id = ? AND step = 'owner' ORDER BY rowid`,
        )
        .all(residencyId),
    )
    .map(({ by: who, entry }) => ({ who, entry: entryOf.parse(JSON.parse(entry)) }))
  const wrong = [...by.values()].flatMap((e) => e.faults)
  for (const [i, { who, entry }] of all.entries()) {
    const before = all[i - 1]?.entry
    const editor = by.get(who)
    if (!before || !editor) continue
    for (const field of fields)
      if (entry[field] !== before[field] && !editor.seen[field].has(before[field]))
        wrong.push(`${before[field]} in ${field} was written over unseen by ${entry[field]}`)
  }
  for (const editor of by.values())
    for (const form of editor.saved)
      for (const field of fields) {
        const value = form[field]?.[0] ?? ''
        if (!all.some(({ entry }) => entry[field] === value)) wrong.push(`${value} in ${field} was lost`)
      }
  return wrong
}
