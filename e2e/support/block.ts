import { expect, type Page } from '@playwright/test'
import { received, settled, visit, type Kibou } from './kibou'

export const openBlock = (page: Page, kibou: Kibou, dog: string) =>
  visit(page, `${kibou.url}/dogs/${kibou.dog(dog)}/block`)

/** Until the device has all that a session may open: from there on it works without network. */
export const allHere = (page: Page) => expect(page.locator('[data-all-here=true]')).toBeVisible()

/** Until the kennel has everything that was tapped. */
export const sent = (page: Page) => expect(page.getByText(/On device: 0/)).toBeVisible()

/** How a page is worked: by a tap of the thumb, a key, a key of a remote. */
export interface Hand {
  clean(page: Page): Promise<void>
  go(page: Page, name: RegExp): Promise<void>
}

export const thumb: Hand = {
  clean: (page) => page.getByRole('button', { name: /^Clean/ }).tap(),
  go: (page, name) => page.getByRole('button', { name }).first().tap(),
}

export const pointer: Hand = {
  clean: (page) => page.getByRole('button', { name: /^Clean/ }).click(),
  go: (page, name) => page.getByRole('button', { name }).first().click(),
}

export const keyboard: Hand = {
  clean: (page) => page.keyboard.press('c'),
  go: async (page, name) => {
    await page.getByRole('button', { name }).first().focus()
    await page.keyboard.press('Enter')
  },
}

/** The buttons that lead on, in the order in which they are taken. */
const onward = [
  /^Begin (set|block)$/,
  /^After the break/,
  /^Next set/,
  /^Next: /,
  /^Close this set/,
  /^Change set/,
] as const

/**
 * Works until so many reps are done on this page, going on from set to set; returns how many taps of clean there were.
 */
export async function workReps(
  page: Page,
  wanted: number,
  hand: Hand,
  after: () => Promise<void> = () => Promise.resolve(),
): Promise<number> {
  let done = 0
  for (let turn = 0; turn < wanted * 6 && done < wanted; turn++) {
    const clean = page.getByRole('button', { name: /^Clean/ })
    if (await clean.isVisible()) {
      await hand.clean(page)
      done++
      await after()
      continue
    }
    // What ends a set takes no tap at first: the same thumb may still be coming down.
    await settled(page)
    let went = false
    for (const name of onward) {
      if (!(await page.getByRole('button', { name }).first().isVisible())) continue
      await hand.go(page, name)
      went = true
      break
    }
    // What is drawn follows the tap; on a busy machine a moment later.
    if (!went)
      await expect(
        onward.reduce((any, name) => any.or(page.getByRole('button', { name })), clean).first(),
        `nothing leads on after ${done} reps: ${(await page.getByRole('main').innerText()).slice(0, 400)}`,
      ).toBeVisible()
  }
  return done
}

/** Ends the block from wherever it stands. */
export async function endBlock(page: Page, hand: Hand = pointer): Promise<void> {
  if (await page.getByRole('button', { name: /^End set/ }).isVisible()) await hand.go(page, /^End set/)
  else await settled(page)
  await hand.go(page, /^Wind down/)
  await hand.go(page, /^End block/)
  await expect(page.getByText('The block is saved.')).toBeVisible()
}

/** Reps that stand and were recorded since this moment. */
export const repsSince = `SELECT count(*) AS n
    FROM rep r
    WHERE r.id ${received} AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id IN (r.id, r.set_id))`
