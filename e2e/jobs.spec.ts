import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { Hand } from './hand'
import { drawing } from './steps'

/**
 * Whole jobs, from a stranger's file to the sheet that comes back from the stand-in cutter, with every action of the
 * hand counted: what a job takes at most is a part of what is promised.
 */
const svg = (name: string, text: string) => ({
  name,
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(text),
})
const caddy = readFileSync(drawing('tea-caddy.svg'), 'utf8')
/** The caddy as it is sold in one colour: nothing tells its folds from its cuts but where they run. */
const inBlack = (text: string) =>
  text.replace(/stroke:#[0-9a-f]{6}/gi, 'stroke:#000000').replace(/stroke-dasharray:[^;}]*;?/g, '')
const ALL_BLACK = inBlack(caddy)

/** Answers what is asked, one press a question, with what is suggested first. */
async function answer(hand: Hand): Promise<void> {
  const asked = hand.page.getByTestId('to-decide')
  for (let k = 0; k < 12 && (await asked.textContent()) !== 'all decided'; k += 1) {
    const before = await asked.textContent()
    await hand.press(hand.page.getByRole('button', { name: /^Yes, / }).first())
    await expect(asked).not.toHaveText(before!)
  }
}

const paperFor = async (hand: Hand, name: string) => {
  await hand.go('Paper')
  const paper = hand.page.getByTestId('paper').filter({ has: hand.page.getByRole('heading', { name }) })
  await hand.press(paper.getByRole('button', { name: /^Use for/ }))
}

/** Sends a sheet and does what the stand-in asks for, until it is to be taken out. */
async function run(hand: Hand): Promise<void> {
  const { page } = hand
  await hand.go('Run')
  await hand.press(page.getByRole('button', { name: 'Send the sheet' }))
  const cutter = page.getByTestId('cutter')
  const goOn = cutter.getByRole('button', { name: /go on$/i })
  const out = cutter.getByText('Take the sheet out')
  for (let k = 0; k < 8; k += 1) {
    await expect(goOn.or(out).first()).toBeVisible({ timeout: 60_000 })
    if (await out.isVisible()) return
    const asked = await goOn.textContent()
    await hand.press(goOn)
    // The next question may have the same words: what is asked beside it differs.
    await expect(goOn.filter({ hasText: asked! }))
      .toHaveCount(0, { timeout: 2000 })
      .catch(() => undefined)
  }
}

const most = (hand: Hand, limit: number) =>
  expect(hand.actions, `${hand.actions} actions: ${hand.did.join('; ')}`).toBeLessThanOrEqual(limit)

test('a bought box, all in black, is cut', async ({ page }) => {
  await page.goto('/')
  const hand = new Hand(page)
  await hand.drop(svg('caddy-black.svg', ALL_BLACK))
  await expect(page.getByTestId('piece-count')).toHaveText('5 pieces')
  await answer(hand)
  await paperFor(hand, 'Plum card')
  await run(hand)
  // Two of them are at the machine: the scoring tip, and then the knife.
  most(hand, 9)
})

test('its variant with dashed folds, saved anew, is decided in three actions at most', async ({ page }) => {
  await page.goto('/')
  const hand = new Hand(page)
  // Dashes of 5 and gaps of 3 mm where the folds were red; the perforation keeps its own.
  const dashed = caddy
    .replace(/stroke:#ED1C24;/i, 'stroke:#ED1C24;stroke-dasharray:14.2 8.5;')
    .replace(/stroke:#[0-9a-f]{6}/gi, 'stroke:#000000')
  expect(dashed).toContain('stroke-dasharray')
  await hand.drop(svg('caddy-dashed.svg', dashed))
  await expect(page.getByTestId('piece-count')).toHaveText('5 pieces')
  await answer(hand)
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
  most(hand, 3)
})

test('one box in four formats has one size, each by one action, and one answer where no unit is stated', async ({
  page,
}) => {
  const sizes: string[] = []
  const file = (name: string) => ({
    name,
    mimeType: 'application/octet-stream',
    buffer: readFileSync(drawing(name)),
  })
  // In pixels of 72 an inch, as some programs write them.
  const px = caddy.replace('width="460mm" height="297mm"', 'width="1303.94" height="841.89"')
  expect(px).not.toBe(caddy)
  for (const each of [
    file('tea-caddy.svg'),
    file('tea-caddy.dxf'),
    file('tea-caddy.pdf'),
    svg('caddy-72.svg', px),
  ]) {
    await page.goto('/')
    const hand = new Hand(page)
    await hand.drop(each)
    await page.getByRole('navigation', { name: 'Stations' }).getByText('Lines').click()
    const asked = page.getByTestId('question').getByText(/72 px an inch/)
    if (each.name === 'caddy-72.svg') {
      await expect(asked).toBeVisible()
      await hand.press(asked)
    }
    const first = page.getByTestId('piece-card').first()
    await expect(first).toContainText(/154\D+190/)
    sizes.push((await first.textContent())!.match(/[\d.]+ × [\d.]+ mm/)![0])
    most(hand, each.name === 'caddy-72.svg' ? 2 : 1)
  }
  expect(new Set(sizes).size).toBe(1)
})
