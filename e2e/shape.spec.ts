import { expect, test } from '@playwright/test'
import { svgFile } from './job-drawings'
import { choose, saved, station } from './steps'

const figure = svgFile(
  'boat.svg',
  '<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="90mm" viewBox="0 0 120 90"><path d="M10 10H110L95 70H25Z" fill="none" stroke="#000"/></svg>',
)

test('a figure becomes a folding card that follows its measures and the figure, and goes to the sheets in its place', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(figure)
  const cards = page.getByTestId('piece-card')
  await expect(cards).toHaveCount(1)
  await station(page, 'Shape')
  await page.getByRole('button', { name: 'Fold-over', exact: true }).click()
  const making = page.getByTestId('making')
  await expect(making).toContainText('of “boat”')
  await expect(cards).toHaveCount(2)
  await expect(cards.nth(0)).toContainText('used up')
  // Twice the figure, less twice the sink of 1 mm, at which its slanting sides leave 99.5 mm.
  await expect(cards.nth(1)).toContainText('99.5 × 118 mm')
  await making.getByLabel('Sink').fill('5')
  await page.keyboard.press('Enter')
  await expect(cards.nth(1)).toContainText('× 110 mm')
  await choose(making, 'Folded at its', 'bottom')
  await expect(cards.nth(1)).toContainText('100 × 110 mm')
  // What is changed in the figure is changed in the card.
  await saved(page)
  await station(page, 'Gather')
  await page.getByText('Resize', { exact: true }).click()
  await page.getByLabel('Per cent of now').fill('50')
  await page.keyboard.press('Enter')
  await expect(cards.nth(1)).toContainText('50 × 50 mm')
  await page.getByRole('button', { name: /^Undo: Resize/ }).click()
  await expect(cards.nth(1)).toContainText('100 × 110 mm')

  // Only the card is laid out.
  await station(page, 'Sheets')
  await expect(page.getByTestId('placed')).toHaveCount(1)
  await station(page, 'Shape')
  await making.getByRole('button', { name: 'Remove Fold-over' }).click()
  await expect(cards).toHaveCount(1)
  await expect(cards.nth(0)).not.toContainText('used up')
})

test('shapes are made from nothing and joined; what cannot be made says why, and follows when it can', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(figure)
  await station(page, 'Shape')
  const join = page.getByRole('button', { name: 'Join', exact: true })
  await expect(join).toBeDisabled()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  const cards = page.getByTestId('piece-card')
  await expect(cards).toHaveCount(2)
  const shape = page.getByTestId('making').first()
  await choose(shape, 'Kind', 'Scalloped circle')
  await shape.getByLabel('Width').fill('60')
  await page.keyboard.press('Enter')
  await expect(cards.nth(1)).toContainText('60 × 60 mm')
  // A measure that does not matter for a kind is not asked for; one out of its range is told at its field.
  await expect(shape.getByLabel('Height')).toBeHidden()
  await shape.getByLabel('How many').fill('2')
  await page.keyboard.press('Enter')
  await expect(shape).toContainText('A whole number from 3 to 120.')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Choose all pieces' }).click()
  await join.click()
  const joined = page.getByTestId('making').nth(1)
  await expect(joined.getByRole('alert')).toContainText('do not all touch one another')
  await saved(page)
  await page.reload()
  await expect(joined.getByRole('alert')).toContainText('do not all touch one another')
})
