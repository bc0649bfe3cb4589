import ICAL from 'ical.js'
import { readFileSync } from 'node:fs'
import { expect, expectNoAxeFindings, tabTo, test, visit } from './support/kibou'
import { sent } from './support/block'

/** Bramble lacks one set of its sit-stay: three of three at 30 s in the orchard paddock. */
test(
  'the whole story by keyboard: wall, one set short of ready, worked, ready, slot, booked, invitation, moved, ' +
    'cancelled',
  async ({ page, kibou }) => {
    const elsewhere: string[] = []
    page.on('request', (r) => {
      if (!r.url().startsWith(kibou.url) && !r.url().startsWith('data:')) elsewhere.push(r.url())
    })
    await visit(page, kibou.url)
    await expect(page.getByRole('heading', { name: 'Wall' })).toBeVisible()

    // From the wall to the dog: one action, by run number.
    await page.keyboard.press('/')
    await page.keyboard.type('1')
    await expect(page.getByRole('option', { name: /1 Bramble/ })).toBeVisible()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'Bramble' })).toBeVisible()
    await expect(page.getByLabel('Handoff').getByText('Not ready: 1 of 3 promises')).toBeVisible()

    await tabTo(page, /Work sit-stay/i)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: '30 s' })).toBeVisible()
    await expect(page.getByText(/Orchard paddock/).first()).toBeVisible()
    await expect(page.getByRole('button', { name: 'Begin set' })).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: 'Clean' })).toBeVisible()
    await expectNoAxeFindings(page)

    for (let i = 0; i < 2; i++) await page.keyboard.press('c')
    await page.keyboard.press('m')
    await expect(page.getByText('put back at the same spot without a treat')).toBeVisible()
    // A wrong key: taken back, and the set goes on.
    await page.keyboard.press('z')
    await expect(page.getByText('2 of 3 clean in a row')).toBeVisible()
    await page.keyboard.press('c')
    await expect(page.getByText('The promise for this command is met.')).toBeVisible()
    await expectNoAxeFindings(page)
    await sent(page)
    for (let i = 0; i < 2; i++) {
      await tabTo(page, /End block/)
      await page.keyboard.press('Enter')
    }
    await expect(page.getByText('The block is saved.')).toBeVisible()
    await sent(page)
    await tabTo(page, /Back to Bramble/)
    await page.keyboard.press('Enter')

    await expect(page.getByLabel('Handoff').getByText(/Ready/)).toBeVisible()
    await tabTo(page, /Choose a time/)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'Handoff to Tamsin Orrel' })).toBeVisible()

    await tabTo(page, /(Tarrand|Ferrow|Abelow)/)
    await page.keyboard.press('Space')
    await page.keyboard.press('ArrowRight')
    const chosen = await page.getByRole('radio', { checked: true }).getAttribute('aria-label')
    await tabTo(page, /^\s*Book this time/)
    await page.keyboard.press('Enter')
    await expect(page.getByText('Booked. The invitation is below.')).toBeVisible()
    const first = await invitation(page)
    expect(first).toMatchObject({
      status: 'CONFIRMED',
      sequence: 0,
      summary: 'Handoff of Bramble to Tamsin Orrel',
      method: 'PUBLISH',
    })
    expect(first.minutes).toBe(60)
    expect(chosen).toContain(first.clock)

    await tabTo(page, /Move handoff/)
    await page.keyboard.press('Enter')
    await tabTo(page, /\d\d:\d\d, (Joss|Maud|Wyn)/)
    await page.keyboard.press('Space')
    await page.keyboard.press('ArrowRight')
    await tabTo(page, /Move here/)
    await page.keyboard.press('Enter')
    await expect(page.getByText(/Moved\. Send the new invitation/)).toBeVisible()
    const moved = await invitation(page)
    expect(moved.uid).toBe(first.uid)
    expect(moved.sequence).toBe(1)
    expect(moved.start).not.toBe(first.start)

    await tabTo(page, /Cancel handoff/)
    await page.keyboard.press('Enter')
    await expect(page.getByText('Canceled. The time is free again.')).toBeVisible()
    const cancelled = await invitation(page, /Cancellation/)
    expect(cancelled).toMatchObject({ uid: first.uid, status: 'CANCELLED', sequence: 2, method: 'CANCEL' })
    expect(elsewhere).toEqual([])
  },
)

interface Invitation {
  readonly uid: string
  readonly status: string
  readonly sequence: number
  readonly summary: string
  readonly method: string
  readonly start: string
  readonly clock: string
  readonly minutes: number
}

/** The downloaded file, read back by a general-purpose iCalendar library. */
async function invitation(page: import('@playwright/test').Page, name = /Invitation/): Promise<Invitation> {
  const downloading = page.waitForEvent('download')
  await tabTo(page, name)
  await page.keyboard.press('Enter')
  const file = await (await downloading).path()
  const calendar = new ICAL.Component(ICAL.parse(readFileSync(file, 'utf8')))
  const component = calendar.getFirstSubcomponent('vevent')
  if (!component) throw new Error('no VEVENT')
  const event = new ICAL.Event(component)
  const start = event.startDate.toJSDate()
  return {
    uid: event.uid,
    status: String(component.getFirstPropertyValue('status')),
    sequence: event.sequence,
    summary: event.summary,
    method: String(calendar.getFirstPropertyValue('method')),
    start: start.toISOString(),
    clock: start.toLocaleTimeString('en-GB', { timeZone: 'Europe/London', hour: '2-digit', minute: '2-digit' }),
    minutes: (event.endDate.toJSDate().getTime() - start.getTime()) / 60_000,
  }
}
