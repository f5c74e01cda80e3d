import { chromium } from '@playwright/test'
import { CHROMIUM } from './chromium.mjs'
const base='http://127.0.0.1:4810'
const browser = await chromium.launch(CHROMIUM)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
page.on('console', (m) => m.type() === 'error' && console.error('console:', m.text()))
page.on('pageerror', (e) => console.error('page:', e.message))
const { projects } = await (await fetch(`${base}/api/projects`)).json()
for (const p of projects) console.log(p.name, p.pieces, p.lines, p.toDecide)
const pot = projects.find(p=>p.name.includes('teapot'))
await page.goto(base); await page.waitForTimeout(1200); await page.screenshot({path:'/tmp/shots/p.png'})
await page.goto(`${base}/projects/${pot.id}/gather`); await page.waitForTimeout(2000); await page.screenshot({path:'/tmp/shots/pot.png'})
const caddy = projects.find(p=>p.name.endsWith('caddy'))
await page.goto(`${base}/projects/${caddy.id}/lines`); await page.waitForTimeout(1500)
await page.getByRole('button',{name:'One by one'}).click(); await page.waitForTimeout(1200); await page.screenshot({path:'/tmp/shots/review.png'})
await browser.close()
