import { mkdtempSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, expectNoAxeFindings, signIn, tabTo, test, typeDay, visit } from './support/kibou'

const inDays = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10)

test('the books of a dog are put right by keyboard, runs swapped, and what it was stands there', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Siskin')}`)
  await tabTo(page, /Edit details/)
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Owner', exact: true }).fill('Odd Person')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Owner: .* became Odd Person\./)).toBeVisible()
  await expect(page.getByText(/Odd Person’s; goes home/)).toBeVisible()
  await expectNoAxeFindings(page)
  const runs = () =>
    kibou.count(
      `SELECT count(*) AS n FROM book_change WHERE what = 'run' AND residency_id IN (?, ?)`,
      kibou.dog('Siskin'),
      kibou.dog('Rook'),
    )
  await page.getByRole('button', { name: /Change runs with/ }).press('Enter')
  await page.getByRole('option', { name: /Rook/ }).press('Enter')
  await page.getByRole('button', { name: 'Swap runs' }).press('Enter')
  await expect.poll(runs).toBe(2)
})

test('a package is given in one choice, with what it costs beside it and what the house cannot do refused', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/dogs/new`)
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Gorse')
  await page.getByLabel('Run number').fill('91')
  await page.getByRole('textbox', { name: 'Owner', exact: true }).fill('Tamsin')
  await page.getByRole('button', { name: /Begin from/ }).press('Enter')
  await page.getByRole('option', { name: /Good at home/ }).press('Enter')
  await expect(page.locator('input[name="leavesOn"]')).toHaveValue(inDays(14))
  const cost = page.getByText(/2 locations: two days in each; 2 handlers: two days with each; about/)
  await expect(cost.first()).toBeVisible()
  await expect(page.getByText(/All of it: about \d+ reps from the start/)).toBeVisible()
  const places = page.getByRole('listitem').filter({ hasText: 'Sit up to' }).getByLabel('Locations')
  await places.fill('9')
  await expect(page.getByText('9 locations are promised; “Word alone” can be worked in 6 here.')).toBeVisible()
  // Refused, it comes back as it was typed, and not as the package had it.
  await page.getByRole('button', { name: 'Add dog' }).press('Enter')
  await expect(page.getByText('One thing is not right yet. Nothing you typed is lost.')).toBeVisible()
  await expect(places).toHaveValue('9')
  await places.fill('2')
  await expectNoAxeFindings(page)
  await page.getByRole('button', { name: 'Add dog' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'Intake' })).toBeVisible()
  await kibou.becomes(
    3,
    "SELECT count(*) AS n FROM promise p JOIN residency r ON r.id = p.residency_id WHERE r.run_number = '91'",
  )
})

test('a package says what each promise costs as it is chosen, and each run keeps its own level in a booking', async ({
  page,
  kibou,
}) => {
  const row = (name: string) => page.getByRole('listitem').filter({ hasText: `${name} up to` })
  const choose = async (label: RegExp, within: ReturnType<typeof row>, option: RegExp) => {
    await within.getByRole('button', { name: label }).press('Enter')
    await page.getByRole('option', { name: option }).first().press('Enter')
  }
  // All of it in sight: a list closes when the page scrolls, and this hand presses in the very frame of the scrolling.
  await page.setViewportSize({ width: 1280, height: 2600 })
  await visit(page, `${kibou.url}/packages`)
  await page.getByRole('button', { name: 'A new package' }).press('Enter')
  await page.getByRole('textbox', { name: /^Name/ }).fill('Stays')
  await page.getByLabel('Days of stay').fill('21')
  const [long, far] = [row('Sit-stay, duration'), row('Sit-stay, distance')]
  await choose(/up to/, long, /^30 s/)
  await expect(long.getByText(/about \d+ reps from the start, \d+ days or more/)).toBeVisible()
  await choose(/Level/, long, /^2/)
  await expect(long.getByText(/at level 2/)).toBeVisible()
  await choose(/up to/, far, /^3 m, 15 s/)
  await far.getByLabel('Locations').fill('9')
  await expect(far.getByText(/9 locations are promised/)).toBeVisible()
  await page.getByRole('button', { name: 'Save package' }).press('Enter')
  await expect(page.getByText('One thing is not right yet. Nothing you typed is lost.')).toBeVisible()
  await far.getByLabel('Locations').fill('1')
  await page.getByRole('button', { name: 'Save package' }).press('Enter')
  await expect(page.getByRole('heading', { name: /^Stays/ })).toBeVisible()
  await visit(page, `${kibou.url}/dogs/new`)
  await page.getByRole('button', { name: /Begin from/ }).press('Enter')
  await page.getByRole('option', { name: /Stays/ }).press('Enter')
  await expect(long.getByRole('button', { name: /Level/ })).toHaveText(/2/)
  await expect(far.getByRole('button', { name: /Level/ })).toHaveText(/0/)
  await expect(far.getByLabel('Locations')).toHaveValue('1')
})

test('a day that was typed stays when a package is chosen; the day of a package is changed by the next one', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/dogs/new`)
  const leaves = page.locator('input[name="leavesOn"]')
  const begin = async (name: RegExp) => {
    await page.getByRole('button', { name: /Begin from/ }).press('Enter')
    await page.getByRole('option', { name }).press('Enter')
  }
  await begin(/Good at home/)
  await expect(leaves).toHaveValue(inDays(14))
  await begin(/nothing: choose below/)
  await typeDay(page, 'Goes home on', inDays(23))
  await begin(/Good at home/)
  await expect(page.getByText(/All of it: about \d+ reps from the start/)).toBeVisible()
  await expect(leaves).toHaveValue(inDays(23))
})

test('a dog that does not come is canceled with why, stands in the archive, and comes after all', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/dogs/new`)
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Gorse')
  await page.getByLabel('Run number').fill('91')
  await page.getByRole('textbox', { name: 'Owner', exact: true }).fill('Tamsin')
  await page.getByRole('button', { name: /Begin from/ }).press('Enter')
  await page.getByRole('option', { name: /Good at home/ }).press('Enter')
  await page.getByRole('button', { name: 'Add dog' }).press('Enter')
  await expect(page).toHaveURL(/intake/)
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Gorse')}`)
  await page.getByRole('button', { name: /Edit details/ }).press('Enter')
  await page.getByLabel('Why Gorse does not come').fill('The owner moved away.')
  await page.getByRole('button', { name: 'Cancel the booking' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'Did not come' })).toBeVisible()
  await expect(page.getByText('“The owner moved away.”')).toBeVisible()
  await page.getByRole('button', { name: 'Gorse comes after all' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'Did not come' })).toBeHidden()
  await visit(page, kibou.url)
  await expect(page.getByRole('link', { name: /Gorse/ }).first()).toBeVisible()
})

test('a dog that went home is found from the box of names, and comes back with what it was promised', async ({
  page,
  kibou,
}) => {
  await visit(page, kibou.url)
  await page.locator('#jump').focus()
  await page.keyboard.type('Linnet')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Dogs that were here' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Linnet', exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Linnet comes back' }).press('Enter')
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Linnet')
  await expect(page.getByRole('button', { name: /Begin from/ })).toContainText('as Linnet was promised')
})

test('a sheet of another day of the stay, typed in by keyboard, stands in the log on that day', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/paper`)
  await page.getByRole('button', { name: /When/ }).press('Enter')
  await page.getByRole('option', { name: 'another day of the stay' }).press('Enter')
  await typeDay(page, 'On', inDays(-5))
  await page.getByRole('textbox', { name: /Next line/ }).fill('Wren sit word alone CCHCM')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Save 1 set' }).press('Enter')
  await expect(page.getByText('Saved: 1 set.')).toBeVisible()
  await kibou.becomes(
    1,
    `SELECT count(*) AS n FROM training_set
      WHERE residency_id = '${kibou.dog('Wren')}' AND day = '${inDays(-5)}'
        AND device = '01890000-0000-7000-8000-00000000de5c'`,
  )
})

test('back to a backup from the page of the house: a look first, then the kennel is as it was', async ({
  page,
  launched: kibou,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'kibou-back-'))
  await visit(page, `${kibou.url}/house`)
  await page.getByLabel('Backup folder').fill(join(folder, 'missing'))
  await page.keyboard.press('Enter')
  await expect(page.getByText(/There is no folder .*missing on this machine/).first()).toBeVisible()
  await page.getByLabel('Backup folder').fill(folder)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Back up now' })).toBeEnabled()
  await page.getByRole('button', { name: 'Back up now' }).press('Enter')
  await expect(page.getByText(/Written: .*kibou-/)).toBeVisible()
  await expect(page.getByText('Last good one:')).toBeVisible()
  await expect(page.getByText('No backup is in the folder yet.')).toBeHidden()
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Wren')}`)
  await page.getByLabel('A note for the next block').fill('written after the backup')
  await page.getByRole('button', { name: 'Save note' }).press('Enter')
  const notes = "SELECT count(*) AS n FROM note WHERE text = 'written after the backup'"
  await kibou.becomes(1, notes)
  await visit(page, `${kibou.url}/house`)
  await page.getByRole('button', { name: 'Go back to one of them' }).press('Enter')
  await page.getByRole('button', { name: 'Show contents' }).first().press('Enter')
  await expect(page.getByText(/“Osier Bank”: \d+ residencies, 4 people/)).toBeVisible()
  await expectNoAxeFindings(page)
  // It asks first, and can be left alone.
  await page.getByRole('button', { name: 'Go back to this one' }).press('Enter')
  await page.getByRole('button', { name: 'Stay on this kennel' }).press('Enter')
  await page.getByRole('button', { name: 'Go back to this one' }).press('Enter')
  await page.getByRole('button', { name: 'Go back now' }).press('Enter')
  await expect.poll(() => readdirSync(join(kibou.file, '..')).some((f) => f.includes('.before-'))).toBe(true)
  await expect
    .poll(async () => (await page.request.get(`${kibou.url}/api/health`).catch(() => undefined))?.status(), {
      timeout: 60_000,
    })
    .toBe(200)
  await signIn(page.context().request, kibou)
  expect(kibou.count(notes)).toBe(0)
  // And it can be undone.
  await visit(page, `${kibou.url}/house`)
  await page.getByRole('button', { name: 'Undo going back to a backup' }).press('Enter')
  await page.getByRole('button', { name: 'Show contents' }).last().press('Enter')
  await page.getByRole('button', { name: 'Go back to this one' }).press('Enter')
  await page.getByRole('button', { name: 'Go back now' }).press('Enter')
  await expect.poll(() => readdirSync(join(kibou.file, '..')).filter((f) => /\.before-[\dT-]+$/.test(f)).length).toBe(2)
  await expect
    .poll(async () => (await page.request.get(`${kibou.url}/api/health`).catch(() => undefined))?.status(), {
      timeout: 60_000,
    })
    .toBe(200)
  expect(kibou.count(notes)).toBe(1)
})
