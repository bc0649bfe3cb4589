import { readFileSync } from 'node:fs'
import { z } from 'zod'
import { expect, expectNoAxeFindings, tabTo, test, visit } from './support/kibou'

const { version: shipped } = z
  .object({ version: z.number() })
  .parse(JSON.parse(readFileSync('src/core/curriculum/house.json', 'utf8')))

test.describe('the dog’s page', () => {
  test('says what is next and why, filters its sets by the address, rights one, takes one back, by keyboard', async ({
    page,
    kibou,
  }) => {
    const wren = kibou.dog('Wren')
    await visit(page, `${kibou.url}/dogs/${wren}`)
    const next = page.getByRole('region', { name: 'Next' })
    await expect(next.getByRole('listitem').first()).toContainText('Reward:')
    await tabTo(page, /^\s*why/)
    await page.keyboard.press('Enter')
    await expect(next.getByText(/Reward value \d of 4/).first()).toBeVisible()
    await expect(page.getByText('Rungs mastered, of')).toBeVisible()

    await visit(page, `${kibou.url}/dogs/${wren}?command=sit&only=misses#sets`)
    const sets = page.getByRole('region', { name: 'Sets' })
    await expect(sets.getByRole('listitem').first()).toContainText('Sit,')
    await visit(page, `${kibou.url}/dogs/${wren}?command=recall`)
    await expect(sets.getByRole('listitem').first()).toContainText('Recall,')

    const voided = () =>
      kibou.count(
        'SELECT count(*) AS n FROM voided v JOIN training_set s ON s.id = v.target_id WHERE s.residency_id = ?',
        wren,
      )
    const before = voided()
    await sets
      .getByRole('button', { name: /^Correct/ })
      .first()
      .focus()
    await page.keyboard.press('Enter')
    const dialog = page.getByRole('dialog')
    await expect(dialog).toContainText('Correct:')
    await expectNoAxeFindings(page)
    await tabTo(page, /Rep 1: clean/)
    await page.keyboard.press('Enter')
    await expect(dialog.getByRole('button', { name: 'Rep 1: helped' })).toBeVisible()
    await tabTo(page, /Save correction/)
    await page.keyboard.press('Enter')
    await expect(dialog.getByRole('alert')).toContainText('Give a reason')
    // Whoever was refused is where they were.
    await expect(dialog.getByRole('button', { name: 'Save correction' })).toBeFocused()
    await dialog.getByLabel('Reason').fill('my thumb')
    // A key says nothing to a button that still waits for what it was refused.
    await expect(dialog.getByRole('button', { name: 'Save correction' })).toBeEnabled()
    await dialog.getByRole('button', { name: 'Save correction' }).press('Enter')
    // It says what it moved, and is closed then.
    await expect(dialog.getByRole('status')).toContainText('Corrected.')
    await dialog.getByRole('button', { name: 'Close' }).press('Enter')
    await expect(dialog).toBeHidden()
    await expect(sets.getByText('undone: my thumb')).toBeVisible()
    expect(voided()).toBe(before + 1)
    expect(
      kibou.count('SELECT count(*) AS n FROM training_set WHERE residency_id = ? AND replaces IS NOT NULL', wren),
    ).toBe(1)

    await page.getByLabel('A note for the next block').fill('mind the ducks')
    // Pressed again while it is on its way, by its button and from the line, it is kept once.
    let letGo: () => void = () => undefined
    const held = new Promise<void>((go) => {
      letGo = go
    })
    await page.route('**/dogs/**', async (route) => {
      if (route.request().method() === 'POST') await held
      await route.continue()
    })
    const keep = page.getByRole('button', { name: 'Save note' })
    await keep.press('Enter')
    await expect(keep).toBeDisabled()
    await keep.press('Enter')
    await page.getByLabel('A note for the next block').press('Enter')
    letGo()
    await expect(page.getByText('“mind the ducks”')).toBeVisible()
    expect(kibou.count("SELECT count(*) AS n FROM note WHERE text = 'mind the ducks'")).toBe(1)
  })

  test('a command in full: ladder, grid, help, kit; a stuck rung offers and logs what was tried; on a phone', async ({
    page,
    kibou,
  }) => {
    await visit(page, `${kibou.url}/dogs/${kibou.dog('Mallet')}/commands/sit-stay`)
    await expect(page.getByRole('heading', { name: 'What to try' })).toBeVisible()
    await expect(page.getByRole('region', { name: 'What to try' })).toContainText('Stuck at 10 s.')
    await expect(page.getByText(/95% interval/)).toBeVisible()
    await page.getByLabel('How (optional)').fill('chicken')
    await page.getByRole('button', { name: 'Log it' }).press('Enter')
    await expect(page.getByText(/Maud Ferrow: better. “chicken”/)).toBeVisible()
    await expectNoAxeFindings(page)

    await visit(page, `${kibou.url}/dogs/${kibou.dog('Dunlin')}/commands/sit`)
    await expect(page.getByRole('region', { name: 'Proofing grid' }).getByRole('row')).toHaveCount(7)
    await expect(page.getByText(/The sets took turns/)).toBeVisible()
    await page.setViewportSize({ width: 390, height: 844 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await expectNoAxeFindings(page)
  })
})

test(
  'the curriculum is read, edited by keyboard and by dragging, validated, published, exported, imported; a dog ' +
    'is moved after a preview',
  async ({ page, kibou }) => {
    await visit(page, `${kibou.url}/curriculum`)
    await expect(page.getByText('23 commands, 345 rungs')).toBeVisible()
    await expect(
      page.getByRole('listitem').filter({ hasText: 'Down at distance: 0.5 m needs Down-stay, duration: 30 s' }),
    ).toBeVisible()
    const exported = page.waitForEvent('download')
    await page.getByRole('link', { name: 'Export JSON' }).click()
    const file = readFileSync(await (await exported).path(), 'utf8')
    expect(JSON.parse(file)).toMatchObject({ format: 'kibou-curriculum', id: 'house', version: shipped })

    await page.getByRole('link', { name: 'Edit' }).press('Enter')
    await expect(page.getByRole('heading', { name: 'Curriculum draft' })).toBeVisible()
    await page.getByRole('button', { name: /^Marker/ }).press('Enter')
    await page.getByRole('option', { name: 'Sit-stay', exact: true }).press('Enter')
    const rungs = page.getByRole('grid', { name: 'Rungs of Sit-stay' })
    const names = () =>
      rungs.getByRole('row').evaluateAll((rows) => rows.slice(0, 3).map((r) => r.querySelector('b')?.textContent))
    expect(await names()).toEqual(['1 s', '2 s', '3 s'])
    // Keyboard drag: Enter on the grip takes the rung up, arrows choose where, Enter puts it down.
    await rungs.getByRole('button', { name: 'Move 1 s' }).focus()
    await page.keyboard.press('Enter')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await expect.poll(names).not.toEqual(['1 s', '2 s', '3 s'])
    await expect(page.getByText('goes down from 2 to 1').first()).toBeVisible()
    await expect(page.getByRole('button', { name: 'Publish as the next version' })).toBeDisabled()
    await expectNoAxeFindings(page)
    await rungs.getByRole('row').filter({ hasText: 'rewarded at each 1 s of one stay' }).click()
    while ((await names())[0] !== '1 s') await page.getByRole('button', { name: 'Up' }).press('Enter')
    await expect(page.getByText('No faults found.')).toBeVisible()
    // By mouse: dragged below the next one, then put back by the buttons.
    await rungs
      .getByRole('row')
      .nth(0)
      .dragTo(rungs.getByRole('row').nth(2), { sourcePosition: { x: 200, y: 20 }, targetPosition: { x: 200, y: 45 } })
    await expect.poll(async () => (await names())[0]).not.toBe('1 s')
    while ((await names())[0] !== '1 s') await page.getByRole('button', { name: 'Up' }).press('Enter')

    await page.getByLabel('Criterion, in words').fill('')
    await page.keyboard.press('Tab')
    await expect(page.getByText('the criterion is not said in words').first()).toBeVisible()
    await page.getByLabel('Criterion, in words').fill('holds 1 s, you stand very close')
    await page.keyboard.press('Tab')
    await page.getByRole('button', { name: 'Save draft' }).press('Enter')
    await expect(page.getByText('Draft saved.')).toBeVisible()

    await page.getByLabel('Curriculum file').setInputFiles({
      name: 'bad.json',
      mimeType: 'application/json',
      buffer: Buffer.from(
        file.replace('"seconds": 20,', '"minutes": 1,').replace('"id": "sit.full"', '"id": "sit.rear"'),
      ),
    })
    await expect(page.getByText('Refused:')).toBeVisible()
    await expect(page.getByText('The file was rejected')).toBeVisible()
    await expect(page.getByLabel('Criterion, in words')).toHaveValue('holds 1 s, you stand very close')

    await page.getByRole('button', { name: 'Publish as the next version' }).press('Enter')
    await expect(page.getByText(`version ${shipped + 1}: 23 commands`)).toBeVisible()

    const wren = kibou.dog('Wren')
    await visit(page, `${kibou.url}/dogs/${wren}/version`)
    await expect(page.getByText('Nothing would stand otherwise for this dog.')).toBeVisible()
    await page.getByRole('button', { name: 'Move Wren' }).press('Enter')
    await expect(page.getByText(`version ${shipped + 1}.`)).toBeVisible()
    expect(kibou.count('SELECT count(*) AS n FROM curriculum_move WHERE residency_id = ?', wren)).toBe(1)
  },
)

test('the house method shows what a switch changes now and as a replay, then applies it, by keyboard', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/method`)
  await expect(page.getByRole('radiogroup', { name: 'Status talk' })).toHaveAttribute('aria-disabled', 'true')
  const counts = page.getByRole('radiogroup', { name: 'When does a rung count?' })
  await counts.getByRole('radio').first().focus()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('heading', { name: 'Next suggestions that change now' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Replay: as if it had always been so' })).toBeVisible()
  await expect(page.getByText('eight of the last ten').first()).toBeVisible()
  await expectNoAxeFindings(page)
  expect(kibou.count('SELECT count(*) AS n FROM method_change')).toBe(0)
  await page.getByRole('button', { name: 'Apply from the next rep on' }).press('Enter')
  await expect(page.getByText(/Maud Ferrow: When does a rung count\? Five of five/)).toBeVisible()
  // The long list above the button is gone; whoever pressed it is at what they chose.
  await expect(counts.getByRole('radio', { checked: true })).toBeFocused()
  await expect(counts.getByText('Five of five')).toBeInViewport()
  expect(kibou.count("SELECT count(*) AS n FROM method_change WHERE row = 'counts' AND option = 'five-of-five'")).toBe(
    1,
  )
})

test('the rule bench computes in a worker, side by side, refuses what it cannot do exactly, can be cancelled', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/bench`)
  const figure = (name: string) => page.getByRole('row').filter({ hasText: name })
  await expect(figure('Expected reps until it passes')).toContainText('10.3')
  await expect(figure('Expected reps until it passes')).toContainText('12.1')
  await expect(page.getByText(/would not meet their rule/)).toBeVisible()
  await page.getByRole('textbox', { name: 'r', exact: true }).fill('13')
  await page.keyboard.press('Tab')
  await expect(page.getByText('rules longer than 12 reps are refused')).toBeVisible()
  await page.getByRole('textbox', { name: 'r', exact: true }).fill('10')
  await page.getByLabel('True rate, %').fill('90')
  await page.keyboard.press('Tab')
  await tabTo(page, /^\s*Compare/)
  await page.keyboard.press('Enter')
  await expect(figure('Expected reps until it passes')).toContainText('18.7')
  await expect(page.getByText(/points off/)).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  // The curves are drawn again for the new width a moment later.
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})
