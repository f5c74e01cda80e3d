import { readFileSync } from 'node:fs'
import { Hand } from './hand'
import { svgFile } from './job-drawings'
import { saved } from './steps'
import { expect, type Page, test } from './test'

/**
 * Whole cards from a shape that somebody likes, with every action of the hand counted; then one measure is changed at
 * the head of each, and the end is right.
 */

const inMm = (width: number, height: number, content: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" fill="none" stroke="#000">${content}</svg>`
const circle = (x: number, y: number, r: number) =>
  `<path d="M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z"/>`

const most = (hand: Hand, limit: number) => {
  test.info().annotations.push({ type: 'actions', description: `${hand.actions} of ${limit}` })
  expect(hand.actions, `${hand.actions} actions: ${hand.did.join('; ')}`).toBeLessThanOrEqual(limit)
}

const cards = (page: Page) => page.getByTestId('piece-card')
const card = (page: Page, name: string) =>
  cards(page).filter({ has: page.getByRole('button', { name: `Choose ${name}`, exact: true }) })

/** Sets a recipe up, of what is chosen. */
const begin = (hand: Hand, recipe: string) =>
  hand.press(hand.page.getByRole('button', { name: recipe, exact: true }))

const measure = (hand: Hand, name: string, value: string) =>
  hand.type(hand.page.getByTestId('draft').getByLabel(name), value)

async function make(hand: Hand): Promise<void> {
  const button = hand.page.getByRole('button', { name: 'Make it' })
  await expect(button).toBeEnabled({ timeout: 20_000 })
  await hand.press(button)
  await expect(hand.page.getByTestId('draft')).toBeHidden()
  await saved(hand.page)
}

async function pick(hand: Hand, name: string): Promise<void> {
  await hand.press(hand.page.getByRole('button', { name: `Choose ${name}`, exact: true }))
}

/** Opens a making and changes one of its measures. */
async function change(page: Page, making: string, name: string, value: string): Promise<void> {
  const leaf = page.getByTestId('making').filter({ hasText: making }).first()
  const open = leaf.getByRole('button', { name: `Measures of ${making}` })
  if (await open.isVisible()) await open.click()
  await leaf.getByLabel(name, { exact: true }).fill(value)
  await page.keyboard.press('Enter')
  await saved(page)
}

async function begun(page: Page, name: string, text: string): Promise<Hand> {
  await page.goto('/')
  const hand = new Hand(page)
  await hand.drop(svgFile(name, text))
  await hand.go('Shape')
  return hand
}

test('a shaped card for an envelope, with its front layer, its inner panel and a printed border', async ({
  page,
}) => {
  const boat = inMm(300, 220, '<path d="M10 30C60 10 240 10 290 30L260 190C200 210 100 210 40 190Z"/>')
  const hand = await begun(page, 'boat.svg', boat)
  await hand.choose(/^Fit to a target$/, 'Envelope C6, 114 × 162')
  await begin(hand, 'Fold-over')
  await measure(hand, 'Front layer', '4')
  await measure(hand, 'Inner panel', '6.35')
  await make(hand)
  await expect(cards(page)).toHaveCount(4)
  await expect(cards(page).nth(0)).toContainText('used up')
  // What was made is chosen: the front layer alone gets the border.
  await hand.press(page.getByRole('button', { name: 'None' }))
  await pick(hand, 'Fold-over, front layer')
  await begin(hand, 'Inset')
  await hand.choose(/Made as$/, 'a line that is printed')
  await measure(hand, 'By', '5')
  await make(hand)
  most(hand, 15)
  await expect(page.getByTestId('making')).toHaveCount(2)
  // The envelope changes: a DL is 110 mm, less 6, and everything is narrower.
  const width = async (k: number) =>
    Number.parseFloat((await cards(page).nth(k).textContent())!.match(/([\d.]+) × /)![1]!)
  const before = await width(1)
  await page
    .getByRole('button', { name: 'None' })
    .click()
    .catch(() => undefined)
  await page.getByRole('button', { name: 'Choose boat', exact: true }).click()
  await page.getByRole('button', { name: 'Fit to a target' }).click()
  await page.getByRole('menuitem', { name: 'Card A6, 105 × 148', exact: true }).click()
  await saved(page)
  expect(await width(1)).toBeLessThan(before - 5)
  await expect(page.getByTestId('making').getByRole('alert')).toHaveCount(0)
})

test('a scalloped envelope from one flap, and its liner', async ({ page }) => {
  const flap = inMm(
    120,
    80,
    '<path d="M10 70C4 60 4 50 12 44C10 34 20 26 30 28C36 16 48 12 60 12C72 12 84 16 90 28C100 26 110 34 108 44C116 50 116 60 110 70Z"/>',
  )
  const hand = await begun(page, 'flap.svg', flap)
  await begin(hand, 'Copies in a ring')
  await make(hand)
  await begin(hand, 'Inset')
  await measure(hand, 'By', '5')
  await make(hand)
  most(hand, 12)
  // 100 mm of side and a flap of 58 mm on each: 216 mm both ways.
  await expect(card(page, 'Copies in a ring')).toContainText('216 × 216 mm')
  await expect(card(page, 'Inset')).toContainText('206 × 206 mm')
  await change(page, 'Inset', 'By', '8')
  await expect(card(page, 'Inset')).toContainText('200 × 200 mm')
})

test('a square card whose corner is punched with a motif’s inner parts, the motif again in another paper', async ({
  page,
}) => {
  const motif = inMm(
    60,
    60,
    `${circle(30, 30, 26)}${circle(20, 24, 6)}${circle(40, 24, 6)}${circle(30, 42, 7)}`,
  )
  const hand = await begun(page, 'bloom.svg', motif)
  await begin(hand, 'Card base')
  await measure(hand, 'Width, closed', '127')
  await measure(hand, 'Height, closed', '127')
  await make(hand)
  await hand.press(page.getByRole('button', { name: 'None' }))
  await pick(hand, 'bloom')
  // Into the left upper corner of the card.
  await hand.type(page.getByTestId('change-pieces').getByLabel('From the left'), '80')
  await hand.press(page.getByRole('button', { name: 'None' }))
  await pick(hand, 'Card base')
  await pick(hand, 'bloom')
  await begin(hand, 'Punch')
  await make(hand)
  most(hand, 14)
  await expect(card(page, 'Punch')).toContainText('254 × 127 mm')
  await expect(card(page, 'bloom')).not.toContainText('used up')
  await expect(card(page, 'Card base')).toContainText('used up')
  // A larger card keeps its holes.
  await change(page, 'Card base', 'Width, closed', '140')
  await expect(card(page, 'Punch')).toContainText('280 × 127 mm')
})

test('a half-in half-out border edge grown into a card base', async ({ page }) => {
  const motif = inMm(20, 20, `${circle(10, 10, 7)}${circle(10, 10, 3)}`)
  const hand = await begun(page, 'pearl.svg', motif)
  await begin(hand, 'Card base')
  await make(hand)
  await pick(hand, 'pearl')
  await begin(hand, 'Edge strip')
  await hand.choose(/The motif lies$/, 'half and half')
  await make(hand)
  most(hand, 12)
  // 210 mm take 15 motifs of 14 mm; half of each stands out.
  await expect(page.getByTestId('making').filter({ hasText: 'Edge strip' })).toContainText(
    '15 motifs, one every 14 mm',
  )
  await expect(card(page, 'Edge strip')).toContainText('210 × 155 mm')
  await change(page, 'Card base', 'Width, closed', '140')
  await expect(page.getByTestId('making').filter({ hasText: 'Edge strip' })).toContainText('20 motifs')
})

test('a large figure as a fold-over with three contacts, a standing base, and a number with a surround', async ({
  page,
}) => {
  // Three towers on a wide wall.
  const castle = inMm(
    260,
    200,
    '<path d="M10 190V40C10 20 50 20 50 40V80H105V40C105 15 155 15 155 40V80H210V40C210 20 250 20 250 40V190Z"/>',
  )
  const hand = await begun(page, 'castle.svg', castle)
  await begin(hand, 'Stand')
  await make(hand)
  await begin(hand, 'Fold-over')
  await measure(hand, 'Sink', '8')
  await expect(page.getByTestId('draft')).toContainText('hang together at 3 places')
  await make(hand)
  await hand.press(page.getByRole('button', { name: 'None' }))
  await begin(hand, 'Lettering')
  await measure(hand, 'Text', '7')
  await measure(hand, 'Height of capitals', '40')
  await make(hand)
  await begin(hand, 'Surround')
  await make(hand)
  most(hand, 20)
  await expect(cards(page)).toHaveCount(5)
  await change(page, 'Fold-over', 'Sink', '10')
  await expect(page.getByTestId('making').filter({ hasText: 'Fold-over' })).toContainText('at 3 places')
})

test('words round a circle with two surrounds, and the same word joined to itself', async ({ page }) => {
  const hand = await begun(page, 'ring.svg', inMm(100, 100, circle(50, 50, 35) + circle(50, 50, 28)))
  await begin(hand, 'Lettering')
  await measure(hand, 'Text', 'Lantern Quay')
  await make(hand)
  await begin(hand, 'Surround')
  await measure(hand, 'By', '3; 7')
  await make(hand)
  await begin(hand, 'Lettering')
  await measure(hand, 'Text', 'Lantern')
  await hand.choose(/Joined$/, 'letter to letter')
  await make(hand)
  most(hand, 14)
  await expect(cards(page)).toHaveCount(5)
  const words = page.getByTestId('making').filter({ hasText: 'Lantern Quay' }).first()
  await expect(words).toContainText('capitals 12 mm high')
  await change(page, 'Lantern Quay', 'Text', 'Lantern Tea')
  await expect(page.getByTestId('making').first()).toContainText('“Lantern Tea” is')
  await expect(page.getByTestId('making').getByRole('alert')).toHaveCount(0)
})

test('a bought card from A5 to A6, for its envelope', async ({ page }) => {
  const bought = inMm(
    300,
    214,
    '<path d="M2 2H298V212H2Z"/><path d="M150 2V212" stroke="#c00" stroke-dasharray="3 2"/>',
  )
  const hand = await begun(page, 'card.svg', bought)
  await expect(cards(page).first()).toContainText('296 × 210 mm')
  await hand.choose(/^Fit to a target$/, 'Card A6, 105 × 148')
  most(hand, 5)
  // ISO 216: A5 is 148 mm wide and 210 high, A6 105 and 148: the height decides.
  await expect(cards(page).first()).toContainText('208.6 × 148 mm')
  await page.getByRole('button', { name: 'Fit to a target' }).click()
  await page.getByRole('menuitem', { name: 'Envelope C6, 114 × 162' }).click()
  await expect(page.getByTestId('target')).toContainText('Envelope C6 takes it with')
})

test('a word is lettered in a font file of one’s own, which stays with the project; one that is broken is told', async ({
  page,
}) => {
  const hand = new Hand(page)
  await page.goto('/')
  await hand.press(page.getByRole('button', { name: /^A pattern/ }))
  await begin(hand, 'Lettering')
  const draft = page.getByTestId('draft')
  const file = draft.getByLabel('Font file of your own')
  await file.setInputFiles({ name: 'broken.ttf', mimeType: 'font/ttf', buffer: Buffer.from('no font') })
  await expect(page.getByText('broken.ttf is not taken. The font cannot be read')).toBeVisible()
  const bytes = readFileSync('public/fonts/zilla-slab.woff')
  await file.setInputFiles({ name: 'fair.woff', mimeType: 'font/woff', buffer: bytes })
  await expect(draft.getByRole('button', { name: /fair.woff \(your own\)/ })).toBeVisible()
  await expect(draft).toContainText('“Tea” is')
  await draft.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByTestId('piece-card')).toHaveCount(3)
  await saved(page)
  await page.reload()
  await page.getByRole('button', { name: 'Measures of Tea' }).click()
  await page.getByTestId('making').getByLabel('Text').fill('Fair')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('making')).toContainText('“Fair” is')
})
