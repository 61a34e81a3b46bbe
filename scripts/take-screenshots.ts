/** Takes the pictures of docs/screenshots from the demo data. Run by npm run screenshots. */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import process from 'node:process'
import type { Page } from '@playwright/test'
import { launchBrowser, startApplication } from './application.ts'
import { sendLived } from './readings.ts'

const folder = join(import.meta.dirname, '../docs/screenshots')

interface Shot {
  readonly name: string
  readonly path: string
  /** Demo job; the main one where left out. */
  readonly job?: string
  readonly night?: boolean
  readonly widthPx?: number
  readonly heightPx?: number
  /** What is put on the server first. */
  readonly before?: (origin: string, id: string) => Promise<void>
  readonly act?: (page: Page) => Promise<unknown>
  /** What the act does leaves the job as it is. */
  readonly unchanged?: boolean
}

const SHOTS: readonly Shot[] = [
  { name: 'jobs', path: '/', heightPx: 480 },
  { name: 'site', path: '/site' },
  { name: 'loads', path: '/loads', act: (page) => page.getByLabel('Watts each, Laptop, charging').fill('95') },
  { name: 'quick', path: '/quick/block-load-stepwise' },
  { name: 'battery', path: '/battery' },
  { name: 'working', path: '/battery', act: (page) => page.locator('.answer .figure').first().click() },
  { name: 'array', path: '/array' },
  { name: 'controller-night', path: '/controller', night: true },
  { name: 'proof', path: '/proof' },
  { name: 'backup', path: '/backup', job: 'Rescue hut Greyfell Saddle' },
  { name: 'wiring', path: '/wiring', act: (page) => page.getByRole('button', { name: /^Bank to bus bars:/ }).click() },
  {
    name: 'wall',
    path: '/wiring',
    act: async (page) => {
      await page.getByRole('button', { name: /^T2 Inverter/ }).focus()
      await showPart(page, 'On the wall')
    },
    unchanged: true,
  },
  {
    name: 'parts',
    path: '/parts',
    act: async (page) => {
      await page.getByRole('button', { name: 'Dorveth D108-430' }).click()
      await page.getByRole('button', { name: 'Take it' }).first().waitFor()
    },
    unchanged: true,
  },
  { name: 'quote', path: '/quote' },
  {
    name: 'build',
    path: '/build',
    job: 'Clinic at Marrowbi Wells',
    widthPx: 390,
    heightPx: 844,
    act: reversed,
    unchanged: true,
  },
  {
    name: 'log',
    path: '/log',
    before: stringOut,
    act: (page) => page.locator('.log-diagnosis >> nth=0').waitFor(),
    unchanged: true,
  },
  { name: 'options', path: '/options' },
  { name: 'checks', path: '/wiring', act: unfused },
  { name: 'sheet', path: '/sheet', heightPx: 1100 },
]

/** Charts are drawn within this time, ms. */
const CHARTS_MS = 1500

/** Brings a part of a long page to its top. */
const showPart = (page: Page, title: string) =>
  page
    .locator('.part', { has: page.getByRole('heading', { name: title }) })
    .evaluate((part) => part.closest('.job-main')?.scrollTo(0, (part as HTMLElement).offsetTop - 12))

/** The work has begun, and a string measures a third of what it should. */
async function reversed(page: Page): Promise<void> {
  await page.getByLabel('Who does the work').fill('Ines Varga')
  await page.getByRole('button', { name: 'Begin the work' }).click()
  await page.getByRole('button', { name: 'Read air and light' }).click()
  await page.getByLabel('Air', { exact: true }).fill('31')
  await page.getByLabel('Light on the panels').fill('820')
  await page.getByRole('button', { name: /^All \d+ steps/ }).click()
  await page.getByRole('button', { name: /^String GP1\.2/ }).click()
  await page.getByLabel('open-circuit voltage', { exact: true }).fill('34.1')
  await page
    .getByLabel('open-circuit voltage', { exact: true })
    .evaluate((field) => window.scrollTo(0, window.scrollY + field.getBoundingClientRect().top - 210))
}

/** Four months of a monitor on site, a string of the array out in the last of them. */
async function stringOut(origin: string, id: string): Promise<void> {
  await sendLived(origin, id, { seed: 7, stepMin: 10, days: 120, fault: { name: 'string-out', daysAgo: 24 } })
}

/** A fuse taken away and a cable too thin, and the list of checks that say so. */
async function unfused(page: Page): Promise<void> {
  await page.getByLabel('Device, Bus bars to inverter').selectOption('none')
  await page.getByLabel('Cable, Array to controller').selectOption('4 mm2')
  await page
    .getByRole('link', { name: /danger/ })
    .first()
    .click()
  await page.getByRole('heading', { name: 'What is wrong, and what is missing?' }).waitFor()
}

/** Those named, or all. */
const wanted = process.argv.slice(2)

mkdirSync(folder, { recursive: true })
const application = await startApplication()
const browser = await launchBrowser()
try {
  for (const {
    name,
    path,
    job: shown = 'Saltmarsh ringing station',
    night,
    widthPx = 1280,
    heightPx = 800,
    before,
    act,
    unchanged = false,
  } of SHOTS.filter(({ name: each }) => wanted.length === 0 || wanted.includes(each))) {
    const page = await browser.newPage({ viewport: { width: widthPx, height: heightPx } })
    await page.addInitScript(
      (scheme) => localStorage.setItem('mantine-color-scheme-value', scheme),
      night ? 'dark' : 'light',
    )
    const { jobs } = (await (await fetch(`${application.origin}/api/jobs`)).json()) as {
      jobs: { id: string; name: string }[]
    }
    const id = jobs.find((job) => job.name === shown)?.id
    if (before && id) await before(application.origin, id)
    await page.goto(
      application.origin + (path === '/' || /^\/(quick|catalogue)/.test(path) ? path : `/jobs/${id}${path}`),
    )
    // A page that listens for readings is never done with the network: what it waits for is in its act.
    const settled = () => (path === '/log' ? page.waitForTimeout(CHARTS_MS) : page.waitForLoadState('networkidle'))
    await page.getByRole('heading', { level: 1 }).waitFor()
    await settled()
    await act?.(page)
    await page.evaluate(() => document.fonts.ready)
    await settled()
    await page.getByText(/^Saving/).waitFor({ state: 'hidden' })
    // The year is worked once the page is idle: the chain shows what it came to.
    await page.getByText('being worked').first().waitFor({ state: 'hidden' })
    await page.screenshot({ path: join(folder, `${name}.png`), animations: 'disabled' })
    // What a picture needed changed is changed back, so that the next one shows the demo as it ships.
    for (let undo = 0; act && !unchanged && undo < 2; undo++) await page.keyboard.press('Control+z')
    if (act && !unchanged) await page.getByText(/^Saved, revision/).waitFor()
    await page.close()
  }
} finally {
  await browser.close()
  await application.stop()
}
