// Takes a picture of each main view from the demo data: `npm run screenshots` with the server running.
// A first argument names another folder, a second one views to take, parted by commas.
import { mkdirSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { CHROMIUM } from './chromium.mjs'

const base = process.env.VELVET_URL ?? 'http://127.0.0.1:4810'
const folder = process.argv[2] ?? 'docs/screenshots'
const wanted = process.argv[3]?.split(',')
mkdirSync(folder, { recursive: true })

const browser = await chromium.launch(CHROMIUM)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
// Hints are for who comes first.
await page.addInitScript(() =>
  localStorage.setItem('velvet-crease hints read', 'gather lines shape paper sheets run build'),
)
page.on('console', (m) => m.type() === 'error' && console.error('console:', m.text()))
page.on('pageerror', (e) => console.error('page:', e.message))

// Pictures are taken of a copy, so that the demo stays as it was seeded.
const post = async (path, method, body) =>
  (
    await fetch(`${base}/api/${path}`, {
      method,
      ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
    })
  ).json()
const { projects } = await (await fetch(`${base}/api/projects`)).json()
const demo = projects.find((p) => p.name.endsWith('caddy'))
if (!demo) throw new Error('screenshots: the demo data is missing; run npm run demo first')

async function shoot(name, go) {
  if (wanted && !wanted.includes(name)) return
  await go()
  await page.waitForTimeout(900)
  await page.screenshot({ path: `${folder}/${name}.png` })
  console.log(name)
}
const station = (name) => async () => {
  await page.goto(`${base}/projects/${caddy.id}/${name}`)
  await page.waitForSelector('[data-testid=piece-card]')
}

const seen = (testId) => page.waitForSelector(`[data-testid=${testId}]`)

await shoot('projects', async () => {
  await page.goto(base)
  await seen('project')
})
const caddy = await post(`projects/${demo.id}/duplicate`, 'POST')
await post(`projects/${caddy.id}`, 'PATCH', { name: demo.name })
await shoot('gather', station('gather'))
await shoot('picture', async () => {
  const pot = projects.find((p) => p.name.includes('teapot'))
  await page.goto(`${base}/projects/${pot.id}/gather`)
  await seen('picture-settings')
})
await shoot('shape', async () => {
  const pot = projects.find((p) => p.name.includes('teapot'))
  await page.goto(`${base}/projects/${pot.id}/shape`)
  await page.getByRole('button', { name: 'Measures of Teapot card' }).click()
  await seen('handle-sink')
})
await shoot('lettering', async () => {
  const lid = projects.find((p) => p.name.endsWith('lid'))
  await page.goto(`${base}/projects/${lid.id}/shape`)
  await page.getByRole('button', { name: /^Measures of Lantern/ }).click()
  await page.getByRole('button', { name: 'Close Lantern' }).waitFor()
})
await shoot('folded', async () => {
  const box = projects.find((p) => p.name.includes('gift box'))
  await page.goto(`${base}/projects/${box.id}/shape`)
  await seen('piece-card')
  await page.getByText('both', { exact: true }).click()
  await page.getByRole('slider', { name: 'Folded by' }).fill('0.72')
  await page.getByRole('button', { name: 'Measures of Gift box' }).click()
  await page.waitForTimeout(1500)
})
await shoot('build', async () => {
  const melts = projects.find((p) => p.name.includes('tea melts'))
  await page.goto(`${base}/projects/${melts.id}/build`)
  await seen('step')
  await page.getByRole('button', { name: /^13\. Lay/ }).click()
  await page.waitForTimeout(2500)
})
await shoot('stack', async () => {
  const pond = projects.find((p) => p.name.includes('koi pond'))
  await page.goto(`${base}/projects/${pond.id}/build`)
  await seen('layer')
  await page.getByRole('button', { name: 'Look at the stack' }).click()
  await page.waitForTimeout(3500)
})
await shoot('review', async () => {
  await station('lines')()
  await page.getByRole('button', { name: 'One by one' }).click()
  await seen('review')
})
await shoot('lines', async () => {
  await station('lines')()
  await page.getByTestId('family').filter({ hasText: 'Red' }).hover()
})
await station('lines')()
await page.getByRole('button', { name: 'Yes, cut' }).click()
await page
  .getByTestId('saved')
  .filter({ hasText: /^Saved$/ })
  .waitFor()
await page.getByRole('button', { name: /^Undo: / }).waitFor()
await shoot('paper', async () => {
  await station('paper')()
  const choose = async (name) => page.getByRole('button', { name: `Choose ${name}` }).click()
  const use = (name) =>
    page
      .getByTestId('paper')
      .filter({ has: page.getByRole('heading', { name }) })
      .getByRole('button', { name: /Use for/ })
      .click()
  await choose('Window pane')
  await use('Clear film')
  await choose('Label strip')
  await use('Rice white')
  await choose('Cup shelf')
  await use('Plum card')
  await use('Oolong card')
})
await shoot('sheets', async () => {
  await station('sheets')()
  await seen('placed')
})
await shoot('run', async () => {
  await station('sheets')()
  await seen('placed')
  await station('run')()
  await seen('pass')
  const slider = page.getByRole('slider', { name: 'Time in the preview' })
  const max = Number(await slider.getAttribute('max'))
  await slider.fill(String(Math.round(max * 0.9)))
  await slider.blur()
})
await shoot('noticed', async () => {
  await station('lines')()
  await page.getByText('What is measured against').click()
  await page.getByTestId('finding').first().waitFor()
  await page.getByTestId('habits').scrollIntoViewIfNeeded()
})
const copyOf = async (ending) => {
  const found = projects.find((p) => p.name.endsWith(ending))
  const copy = await post(`projects/${found.id}/duplicate`, 'POST')
  await post(`projects/${copy.id}`, 'PATCH', { name: found.name })
  return copy.id
}
const sachet = await copyOf('sachet')
await shoot('art', async () => {
  await page.goto(`${base}/projects/${sachet}/paper`)
  await page.getByLabel('Choose Sachet').click()
  await seen('art')
})
const labels = await copyOf('labels')
await shoot('print', async () => {
  await page.goto(`${base}/projects/${labels}/sheets`)
  await seen('placed')
  await page.getByTestId('print').scrollIntoViewIfNeeded()
  await page.locator('[aria-label=Station]').evaluate((panel) => panel.scrollBy(0, 260))
})
await shoot('job', async () => {
  await page.goto(`${base}/projects/${labels}/run`)
  await seen('whole-job')
  await page.getByRole('button', { name: 'Scan and cut' }).click()
  await page.getByRole('button', { name: 'Loaded, go on' }).click()
  await seen('deviation')
  await page.locator('[aria-label=Station]').evaluate((panel) => panel.scrollTo(0, panel.scrollHeight))
})
const tags = await copyOf('tags')
await shoot('fill', async () => {
  await page.goto(`${base}/projects/${tags}/sheets`)
  await seen('placed')
  await page.getByTestId('placed').first().focus()
})
for (const id of [caddy.id, sachet, labels, tags]) await post(`projects/${id}`, 'DELETE')
await browser.close()
