import Database from 'better-sqlite3'
import { setTimeout as sleep } from 'node:timers/promises'
import { leastAt, pages, sampleAddress } from '../src/screens/pages'
import { everyAction, everyAddress, sampleOf } from './support/addresses'
import { expect, expectNoAxeFindings, signIn, test, visit, alive } from './support/kibou'
import { sent } from './support/block'

/** Whatever is open to everybody, and nothing else may be. */
const open = new Set([
  '/sign-in',
  // Nothing of the kennel is on it.
  '/timing',
  '/set-up',
  '/api/sign-in',
  '/api/sign-out',
  '/api/set-up',
  '/api/health',
  '/icon.svg',
  '/_not-found',
  '/_global-error',
])

test.describe('the door', () => {
  test('every page, handler, action of the build refuses the signed-out; a hand cannot do what a lead does', async ({
    kibou,
    playwright,
  }) => {
    const [routes, actions] = [everyAddress(), everyAction()]
    expect(routes.length).toBeGreaterThan(18)
    expect(actions.length).toBeGreaterThan(14)
    expect([...open].filter((p) => !p.startsWith('/_') && !routes.some((r) => r.path === p))).toEqual([])
    const nobody = await playwright.request.newContext({ maxRedirects: 0 })
    const hand = await playwright.request.newContext({ maxRedirects: 0 })
    await signIn(hand, kibou, 'ebba')
    const outcome = async (as: typeof nobody, path: string, method: 'get' | 'post') => {
      const answer = await as[method](kibou.url + sampleOf(kibou, path), method === 'post' ? { data: {} } : {})
      return answer.status() === 307 && (answer.headers()['location'] ?? '').startsWith('/sign-in?')
        ? 'door'
        : String(answer.status())
    }
    const refusals: string[] = []
    for (const { kind, path } of routes.filter((r) => !open.has(r.path))) {
      const as = await Promise.all(
        (kind === 'handler' ? (['get', 'post'] as const) : (['get'] as const)).map((m) => outcome(nobody, path, m)),
      )
      if (
        !as.every((o) => o === 'door' || (kind === 'handler' && ['401', '405'].includes(o))) ||
        as.every((o) => o === '405')
      )
        refusals.push(`${path}: ${as.join(' ')}`)
    }
    expect(refusals).toEqual([])
    const lead = [
      '/coming/another',
      '/people/new',
      '/house',
      '/packages',
      '/curriculum/edit',
      '/dogs/[residencyId]/version',
    ]
    const trainers = [
      '/dogs/new',
      '/forecasts',
      '/dogs/table',
      '/handoffs/match',
      '/dogs/[residencyId]/intake',
      '/dogs/[residencyId]/baseline',
      '/dogs/[residencyId]/reward',
      '/dogs/[residencyId]/demonstration/live',
      '/dogs/[residencyId]/demonstration/rehearsal',
    ]
    for (const path of routes.filter((r) => r.kind === 'page' && !open.has(r.path)).map((r) => r.path)) {
      expect([path, await outcome(hand, path, 'get')]).toEqual([
        path,
        [...lead, ...trainers].includes(path) ? 'door' : '200',
      ])
    }
    // And a lead can read who asked for it.
    const db = new Database(kibou.file)
    const turned = db.prepare("SELECT times FROM turned_away WHERE person_id = 'ebba' AND why = 'role'").pluck().get()
    db.close()
    expect(turned).toBeGreaterThanOrEqual(lead.length + trainers.length)

    const facts = () =>
      kibou.count(
        `SELECT (SELECT count(*)
          FROM person) + (SELECT count(*)
          FROM dog) + (SELECT count(*)
          FROM note) + (SELECT count(*)
          FROM tried) + (SELECT count(*)
          FROM method_change) + (SELECT count(*)
          FROM curriculum) + (SELECT count(*)
          FROM curriculum_draft) + (SELECT count(*)
          FROM curriculum_move) + (SELECT count(*)
          FROM voided) + (SELECT count(*)
          FROM handoff_event) + (SELECT count(*)
          FROM stay_change) + (SELECT count(*)
          FROM pause) + (SELECT count(*)
          FROM intake_draft) + (SELECT count(*)
          FROM intake_entry) + (SELECT count(*)
          FROM house_setting) + (SELECT count(*)
          FROM feed) + (SELECT count(*)
          FROM weight) + (SELECT count(*)
          FROM feeding_plan) + (SELECT count(*)
          FROM fed) + (SELECT count(*)
          FROM baseline_rep) + (SELECT count(*)
          FROM baseline_start) + (SELECT count(*)
          FROM reward_taste) + (SELECT count(*)
          FROM reward_choice) + (SELECT count(*)
          FROM script_change) + (SELECT count(*)
          FROM homework_change) + (SELECT count(*)
          FROM practice_log) + (SELECT count(*)
          FROM photo) + (SELECT count(*)
          FROM book_change) + (SELECT count(*)
          FROM person_change) + (SELECT count(*)
          FROM handoff_outcome) + (SELECT count(*)
          FROM learned_elsewhere) + (SELECT count(*)
          FROM report_change) AS n`,
      )
    const before = facts()
    const call = async (as: typeof nobody, action: string) => {
      const answer = await as.post(`${kibou.url}/`, {
        headers: { 'next-action': action, 'content-type': 'text/plain;charset=UTF-8', accept: 'text/x-component' },
        data: '[{},{"personId":"maud","passcode":"taken over"}]',
      })
      return `${answer.status()} ${await answer.text()}`
    }
    for (const action of actions) expect(await call(nobody, action)).toContain('signed out')
    const refused = await Promise.all(actions.map(async (a) => /Only a (lead|trainer)/.test(await call(hand, a))))
    // A note, a weight, what was fed (and taking that back), the bowl, what ten pieces weigh, a sheet of another day,
    // how a floor grips and that a dog is not well are for everybody who works here.
    expect(refused.filter((r) => !r)).toHaveLength(10)
    expect(facts()).toBe(before)
    // Nor has anybody's passcode been changed.
    await signIn(nobody, kibou, 'maud')
    await nobody.dispose()
    await hand.dispose()
  })

  test('a hand is offered no way and no deed that would be refused', async ({ page, kibou }) => {
    await signIn(page.context().request, kibou, 'ebba')
    // What only a trainer or a lead does, by the names of its buttons, wherever it stands.
    const deeds = new RegExp(
      '^(correct|Correct|Log it|Cancel handoff|Move handoff|Book this time|Save correction|Swap runs|' +
        'Change the stay|Change dates|' +
        'Resume training|Save location|Save word|Read it|Pause a dog|Edit|Go on with the draft|Restore booking|' +
        'Apply from|Rehearse|Start demonstration|Add a |Back up|Publish)',
    )
    for (const one of pages.filter((p) => p.least === 'hand')) {
      const address = sampleAddress(one, kibou.dog)
      await visit(page, kibou.url + address)
      const found = await page.getByRole('main').evaluate((main) => ({
        links: [...main.querySelectorAll('a[href^="/"]')].map((a) => a.getAttribute('href') ?? ''),
        buttons: [...main.querySelectorAll('button:not([hidden] *)')].map((b) => b.textContent),
      }))
      const beyond = found.links.filter(
        (href) => !/\.\w+(\?|$)|\/file\?|\/schema/.test(href) && leastAt(href) !== 'hand',
      )
      expect([one.address, beyond]).toEqual([one.address, []])
      expect([one.address, found.buttons.filter((b) => deeds.test(b.trim()))]).toEqual([one.address, []])
    }
  })

  test('by keyboard: name, passcode, in; locked, and another person takes over; a hand is shown the way', async ({
    page,
    kibou,
  }) => {
    await page.context().clearCookies()
    await visit(page, `${kibou.url}/method`)
    await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
    await expectNoAxeFindings(page)
    await page.getByRole('radio', { name: /Maud Ferrow/ }).focus()
    await page.keyboard.press('Space')
    await page.keyboard.press('Tab')
    await page.keyboard.type('wrong one')
    await page.keyboard.press('Enter')
    await expect(page.getByText('That is not the passcode.')).toBeVisible()
    await page.getByLabel('Passcode').fill('osier bank')
    // Someone else holds the kennel’s file for a moment: what was typed is there to be sent again.
    const held = new Database(kibou.file)
    held.exec('BEGIN IMMEDIATE')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/database is busy/)).toBeVisible()
    held.close()
    await expect(page.getByLabel('Passcode')).toHaveValue('osier bank')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'Training method' })).toBeVisible()
    await alive(page)
    await page.getByRole('button', { name: /Maud Ferrow is signed in/ }).press('Enter')
    await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
    // The page of the door is a new one: its controls answer once its script is there.
    await alive(page)
    await page.getByRole('radio', { name: /Ebba Sallow/ }).focus()
    await page.keyboard.press('Space')
    await page.getByLabel('Passcode').fill('osier bank')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'Training method' })).toBeVisible()
    await expect(page.getByRole('link', { name: 'People' })).toBeHidden()
    await page.goto(`${kibou.url}/people/new`)
    await expect(page.getByText('That page is for a lead.')).toBeVisible()
    for (const to of ['//elsewhere.example', 'https://elsewhere.example', '/\\\\elsewhere.example']) {
      await visit(page, `${kibou.url}/sign-in?to=${encodeURIComponent(to)}`)
      await page.getByRole('radio', { name: /Ebba Sallow/ }).focus()
      await page.keyboard.press('Space')
      await page.getByLabel('Passcode').fill('osier bank')
      await page.keyboard.press('Enter')
      await expect(page).toHaveURL(`${kibou.url}/`)
    }
  })

  test('five wrong passcodes slow the next; a forged, altered or ended cookie opens nothing', async ({
    kibou,
    playwright,
  }) => {
    const guess = await playwright.request.newContext({ maxRedirects: 0 })
    const tryOne = async (passcode: string) => {
      const answer = await guess.post(`${kibou.url}/api/sign-in`, { data: { personId: 'joss', passcode } })
      // What is wrong with the house and not with the try says what it is.
      if (answer.status() >= 500) throw new Error(`${answer.status()}: ${await answer.text()}`)
      return answer.status()
    }
    expect([await tryOne('a'), await tryOne('b'), await tryOne('c'), await tryOne('d')]).toEqual([401, 401, 401, 401])
    expect([await tryOne('e'), await tryOne('osier bank')]).toEqual([429, 429])
    expect((await guess.post(`${kibou.url}/api/sign-in`, { data: { personId: 7 } })).status()).toBe(400)
    expect(
      (
        await guess.post(`${kibou.url}/api/sign-in`, {
          data: { personId: 'maud', passcode: 'osier bank' },
          headers: { origin: 'http://elsewhere.example' },
        })
      ).status(),
    ).toBe(403)
    const db = new Database(kibou.file)
    db.exec('DELETE FROM wrong_passcode')
    // Another writer is waited for.
    db.exec('BEGIN IMMEDIATE')
    const waits = signIn(guess, kibou, 'joss')
    await sleep(700)
    db.exec('COMMIT')
    await waits
    expect((await guess.get(`${kibou.url}/`)).status()).toBe(200)
    const cookie = (await guess.storageState()).cookies.find((c) => c.name === 'kibou')
    expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax', secure: false })
    const value = cookie?.value ?? ''
    const altered = `${value.slice(0, 40)}${value[40] === 'a' ? 'b' : 'a'}${value.slice(41)}`
    for (const bad of [
      'x',
      altered,
      value.slice(0, 60),
      value.replace('Fe26.2', 'Fe26.1'),
      'Fe26.2*1**'.padEnd(300, 'A'),
    ])
      expect([
        bad,
        (await fetch(kibou.url, { headers: { cookie: `kibou=${bad}` }, redirect: 'manual' })).status,
      ]).toEqual([bad, 307])
    db.exec('UPDATE signing_in SET ended_at = 1')
    db.close()
    expect((await fetch(kibou.url, { headers: { cookie: `kibou=${value}` }, redirect: 'manual' })).status).toBe(307)
    await guess.dispose()
  })

  test('a desk nobody touches locks after a quarter of an hour; a set in work does not', async ({ page, kibou }) => {
    await page.clock.install()
    await page.goto(`${kibou.url}/dogs/${kibou.dog('Chisel')}/work/sit`)
    await page.getByRole('button', { name: 'Begin set' }).click()
    await page.clock.fastForward('40:00')
    await expect(page.getByRole('button', { name: 'Clean' })).toBeVisible()
    await visit(page, `${kibou.url}/curriculum`)
    await page.clock.fastForward('14:00')
    await page.keyboard.press('Tab')
    await page.clock.fastForward('14:00')
    await expect(page.getByText(/\d+ commands, \d+ rungs/)).toBeVisible()
    await page.clock.fastForward('02:00')
    await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
    expect(new URL(page.url()).searchParams.get('to')).toBe('/curriculum')
  })

  test('a sign-in that ends in mid-set drops nothing: the taps wait, and are sent once somebody signs in', async ({
    page,
    kibou,
  }) => {
    const reps = () => kibou.count('SELECT count(*) AS n FROM rep')
    const before = reps()
    await page.goto(`${kibou.url}/dogs/${kibou.dog('Chisel')}/work/sit`)
    await page.getByRole('button', { name: 'Begin set' }).click()
    await page.keyboard.press('c')
    await expect.poll(reps).toBe(before + 1)
    const db = new Database(kibou.file)
    db.exec('UPDATE signing_in SET ended_at = 1')
    db.close()
    for (let i = 0; i < 3; i++) await page.keyboard.press('c')
    await expect(page.getByText(/On device: 3/)).toBeVisible()
    await page.getByRole('link', { name: 'sign in to send' }).click()
    await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
    await expect(page.locator('html[data-alive]')).toHaveCount(1)
    await page.getByRole('radio', { name: /Joss Tarrand/ }).focus()
    await page.keyboard.press('Space')
    await page.getByLabel('Passcode').fill('osier bank')
    await page.keyboard.press('Enter')
    await sent(page)
    await expect(page.getByText(/4\/\d+/).first()).toBeVisible()
    await expect.poll(reps).toBe(before + 4)
  })
})
