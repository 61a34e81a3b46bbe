/** Times the built application: an edit in Chromium, the size of its pages, the server under load. JSON. Run by npm run bench. */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import process from 'node:process'
import { gzipSync } from 'node:zlib'
import type { Page } from '@playwright/test'
import { fieldStation } from '@yard-lamp/core'
import { launchBrowser, sendJson, startApplication } from './application.ts'
import { jobOf, percentile, timeServer } from './bench-server.ts'

const root = join(import.meta.dirname, '..')
const EDITS = 40

/** Runs in the page. A text, because the loader of this script would put helpers into a function that the page lacks. */
const WATCH_EDITS = `
  window.editTimes = []
  const answers = document.getElementsByClassName('chain-answer')
  const answer = () => answers[1]?.textContent
  addEventListener('keydown', (event) => {
    const before = answer()
    const painted = () => setTimeout(() => window.editTimes.push(performance.now() - event.timeStamp), 0)
    const look = () => requestAnimationFrame(() => (answer() === before ? look() : painted()))
    if (/^[0-9]$/.test(event.key)) look()
  }, true)
`

/** From the key's own time stamp to the frame after the bus energy in the chain changed. */
async function timeEdits(page: Page, origin: string) {
  const { id } = await sendJson(origin, 'POST', '/api/jobs', { job: jobOf(300) })
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByLabel('Watts each, Sample freezer 0').click()
  await page.evaluate(WATCH_EDITS)
  for (let i = 0; i < EDITS + 5; i++) {
    await page.keyboard.press('Control+a')
    await page.keyboard.press(String(2 + (i % 8)))
    await page.waitForFunction(
      (count) => (window as unknown as { editTimes: number[] }).editTimes.length >= count,
      i + 1,
    )
  }
  const times = (await page.evaluate(() => (window as unknown as { editTimes: number[] }).editTimes)).slice(5)
  return {
    id,
    edit: { count: times.length, medianMs: percentile([...times], 0.5), p95Ms: percentile([...times], 0.95) },
  }
}

/** Runs in the page: time from the event named to the frame after what stands at this selector changed. */
const watch = (event: string, selector: string) => `
  window.choiceTimes = []
  const shown = () => document.querySelector('${selector}')?.innerHTML
  addEventListener('${event}', (raised) => {
    const before = shown()
    const painted = () => setTimeout(() => window.choiceTimes.push(performance.now() - raised.timeStamp), 0)
    const look = () => requestAnimationFrame(() => (shown() === before ? look() : painted()))
    if (raised.key === undefined || /^[0-9]$/.test(raised.key)) look()
  }, true)
`

/** Options switched on the battery page, and the roof of the array page redrawn while a field is typed in. */
async function timeChoices(page: Page, origin: string) {
  const count = (n: number) =>
    page.waitForFunction((least) => (window as unknown as { choiceTimes: number[] }).choiceTimes.length >= least, n)
  const times = async () => {
    const all = await page.evaluate(() => (window as unknown as { choiceTimes: number[] }).choiceTimes)
    const settled = all.slice(3)
    return { count: settled.length, medianMs: percentile(settled, 0.5) }
  }
  const job = fieldStation()
  const { id } = await sendJson(origin, 'POST', '/api/jobs', { job })
  await page.goto(`${origin}/jobs/${id}/battery`)
  const picker = page.getByLabel('Option worked on')
  await picker.waitFor()
  await page.evaluate(watch('change', '.answers'))
  for (let i = 0; i < 23; i++) {
    await picker.selectOption(job.options[(i + 1) % 2]?.id ?? 'a')
    await count(i + 1)
  }
  const option = await times()
  await page.goto(`${origin}/jobs/${id}/array`)
  await page.getByLabel('Gap').click()
  await page.evaluate(watch('keydown', '.fits svg'))
  for (let i = 0; i < 23; i++) {
    await page.keyboard.press('Control+a')
    await page.keyboard.press(i % 2 === 0 ? '9' : '1')
    await count(i + 1)
  }
  const roof = await times()
  return { option, roof, ...(await timeDrags(page, `${origin}/jobs/${id}`, count, times)) }
}

/** The plane dragged over its picture on the site page, and a load along the day. */
async function timeDrags<T>(page: Page, job: string, count: (n: number) => Promise<unknown>, times: () => Promise<T>) {
  const drag = async (picture: ReturnType<Page['locator']>, shows: string, from: number, height: number) => {
    await picture.scrollIntoViewIfNeeded()
    const box = await picture.boundingBox()
    if (!box) throw new Error('no picture')
    // an hour of the day, or fifteen degrees of direction, to and fro
    const at = (i: number) => [box.x + box.width * (from + 0.042 * (i % 5)), box.y + box.height * height] as const
    await page.mouse.move(...at(0))
    await page.mouse.down()
    await page.evaluate(watch('pointermove', shows))
    for (let i = 1; i <= 23; i++) {
      await page.mouse.move(...at(i))
      await count(i)
    }
    await page.mouse.up()
    return times()
  }
  await page.goto(`${job}/site`)
  const plane = await drag(page.getByRole('slider', { name: /Tilt and direction/ }), '.plane-map svg', 0.4, 0.5)
  await page.goto(`${job}/loads`)
  await page.getByLabel('The day is stacked by').selectOption('load')
  // The freezer lies at the foot of the stack all day; by the hour it is caught at, it moves with the pointer.
  const day = await drag(page.getByRole('img', { name: /Average load by hour/ }), '.day', 0.42, 0.8)
  return { plane, day }
}

/** Compressed size of the scripts a page loads, kB. */
async function scriptsKb(page: Page, address: string): Promise<number> {
  await page.goto(address)
  await page.waitForLoadState('networkidle')
  const names = await page.evaluate(() => performance.getEntriesByType('resource').map(({ name }) => name))
  const assets = join(root, 'dist/pages/assets')
  const known = new Set(readdirSync(assets))
  const files = [...new Set(names.map((name) => name.split('/').at(-1) ?? ''))].filter(
    (name) => name.endsWith('.js') && known.has(name),
  )
  return files.reduce((sum, name) => sum + gzipSync(readFileSync(join(assets, name))).length, 0) / 1000
}

const application = await startApplication({ durable: true, demo: false })
const { origin } = application
const browser = await launchBrowser()
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const firstKb = await scriptsKb(page, origin)
  const { id, edit } = await timeEdits(page, origin)
  const choice = await timeChoices(page, origin)
  const jobKb = await scriptsKb(page, `${origin}/jobs/${id}/loads`)
  await browser.close()
  process.stdout.write(
    `${JSON.stringify({ edit, choice, page: { firstKb, jobKb }, server: await timeServer(origin) })}\n`,
  )
} finally {
  await browser.close()
  await application.stop()
}
