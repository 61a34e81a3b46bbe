import type { Page } from '@playwright/test'
import { applyAll, demoJobs, design, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { type Now, type Reading, type Step, stepsOf } from '@yard-lamp/core/build'
import { expect, inChain, putJob, readJob, saved, test } from './application.ts'

/** The clinic of the demo data: three strings of three panels, sixteen batteries. */
const clinic = () => {
  const job = demoJobs().find(({ name }) => name.startsWith('Clinic'))
  if (!job) throw new Error('no clinic')
  return job
}
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
const HOT: Now = { airC: 31, lightWPerM2: 820 }
/** A red pixel, as PNG. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8DwHwAFBQIAX8jx0gAAAABJRU5ErkJggg==',
  'base64',
)
const WHO = 'Ines Varga'

async function begin(page: Page, origin: string, id: string): Promise<void> {
  await page.goto(`${origin}/jobs/${id}/build`)
  await page.getByLabel('Who does the work').fill(WHO)
  await page.getByRole('button', { name: 'Begin the work' }).click()
  await page.getByRole('button', { name: 'Read air and light' }).click()
  await page.getByLabel('Air', { exact: true }).fill(String(HOT.airC))
  await page.getByLabel('Light on the panels').fill(String(HOT.lightWPerM2))
}

/** A figure within what is expected. */
function sound({ id, expected, low, high }: Reading): number {
  const read: Record<string, number> = { loadW: 600, batteryV: 52.4, inverterV: 52.32 }
  if (expected !== null) return expected
  if (low !== null && high !== null) return (low + high) / 2
  return read[id] ?? (low !== null ? low + 1 : (high ?? 2) / 2)
}

/** Fills what a step asks for with sound figures. */
async function fillStep(page: Page, step: Step): Promise<void> {
  const readings = step.readings({}, () => null)
  for (const field of step.fields) {
    const reading = readings.find(({ id }) => id === field.id)
    if (!field.optional && reading)
      await page
        .getByLabel(field.label, { exact: true })
        .fill(String(Number(sound(reading).toFixed(field.decimals + 1))))
  }
}

const card = (page: Page, name?: string) => page.getByRole('article', name === undefined ? {} : { name, exact: true })
const passed = (page: Page) => page.getByRole('button', { name: '✓ Passed' }).click()

test.describe('on a telephone', () => {
  test.use(PHONE)

  test('a system is built from the first step to the sign-off; a reversed panel is caught and explained', async ({
    page,
    origin,
  }) => {
    test.slow()
    const id = await putJob(origin, clinic())
    await begin(page, origin, id)
    const steps = stepsOf(design(clinic(), SHIPPED_CATALOGUE), HOT)
    for (const step of steps) {
      await expect(card(page, step.title)).toBeVisible()
      if (step.id === 'string.GP1.2') await reversed(page)
      if (step.id === 'landed.inverter-dc') await longer(page)
      if (step.id === 'board.off') await photographed(page)
      await fillStep(page, step)
      await passed(page)
    }
    await signed(page)
    await inReport(page, origin, id)
  })

  /** 3 × 37.2 V × (1 − 0.0027 × (31 + 0.03 × 820 − 25)) = 102.4 V; one panel turned round leaves a third of it: 34.1 V. */
  async function reversed(page: Page): Promise<void> {
    await expect(card(page)).toContainText('102.4 V')
    await page.getByLabel('open-circuit voltage', { exact: true }).fill('34.1')
    await expect(card(page)).toContainText('too low by 68.3 V')
    await passed(page)
    await expect(page.getByRole('alert')).toContainText('Open-circuit voltage is out of what is expected')
    const means = page.locator('details', { hasText: 'What it is likely to be' })
    await expect(means).toContainText('two panels’ worth: one panel of the 3 is reversed')
    await expect(means).toContainText('A panel turned round')
    await expect(means).toContainText('The check of the design behind it: silent')
    await page.getByRole('button', { name: '✗ Failed' }).click()
    await expect(card(page)).toContainText('✗ failed')
    await expect(inChain(page, 'Build')).toContainText('1 failed')
    // What follows waits for it.
    await page.getByRole('button', { name: 'All 74 steps' }).click()
    await page.getByRole('button', { name: /^Strings agree/ }).click()
    await expect(page.getByRole('button', { name: '✓ Passed' })).toBeDisabled()
    await page.getByRole('button', { name: /^String GP1\.2/ }).click()
  }

  async function longer(page: Page): Promise<void> {
    await page.getByText('Built otherwise than planned').first().click()
    await page.getByLabel('Length, one way').fill('2.2')
    await page.getByRole('button', { name: 'Keep as built' }).click()
    await expect(page.getByRole('status')).toContainText('Say why')
    await page.getByLabel('Why', { exact: true }).fill('A pipe in the way')
    await page.getByRole('button', { name: 'Keep as built' }).click()
    await expect(page.locator('.build-differences')).toContainText('A pipe in the way')
    await saved(page)
  }

  async function photographed(page: Page): Promise<void> {
    await page
      .getByLabel('Photograph of this step')
      .setInputFiles({ name: 'board.png', mimeType: 'image/png', buffer: PIXEL })
    const photo = page.getByRole('img', { name: /^Taken by Ines Varga/ })
    await expect(photo).toBeVisible()
    await expect.poll(() => photo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(1)
    await page
      .getByLabel('Photograph of this step')
      .setInputFiles({ name: 'board.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') })
    await expect(page.getByText('This is not a photograph that can be kept')).toBeVisible()
    await page.getByRole('button', { name: 'Leave it' }).click()
  }

  async function signed(page: Page): Promise<void> {
    await expect(page.getByText('74 of 74').first()).toBeVisible()
    await page.getByRole('button', { name: 'Sign off as built 1' }).click()
    await expect(page.getByText(/As built 1: signed by Ines Varga on/)).toBeVisible()
    await expect(inChain(page, 'Build')).toContainText('as built 1, signed')
    await expect(card(page)).toHaveCount(0)
    // What changes later begins anew, with a reason.
    await page.getByRole('button', { name: 'Begin as built 2' }).click()
    await expect(page.getByRole('alert')).toContainText('Say why the work begins again')
  }

  async function inReport(page: Page, origin: string, id: string): Promise<void> {
    await page.goto(`${origin}/jobs/${id}/sheet?for=inspector`)
    const section = page.locator('#report-as-built')
    await expect(section).toContainText('A pipe in the way')
    await expect(section.getByRole('row', { name: /String GP1\.2 open-circuit voltage/ })).toContainText('✓ within')
    await expect(section.getByRole('row', { name: /String GP1\.2 failed/ })).toBeVisible()
    await expect(section.getByRole('img')).toBeVisible()
    const { revisions } = await (await page.request.get(`${origin}/api/jobs/${id}/revisions`)).json()
    const names = revisions.map(({ name }: { name: string | null }) => name)
    expect(names).toContain('As built, signed by Ines Varga')
    expect(names.some((name: string | null) => name?.startsWith('Plan for building'))).toBe(true)
  }

  test('fits the width, with targets for a thumb in a glove', async ({ page, origin }) => {
    await begin(page, origin, await putJob(origin, clinic()))
    await expect(card(page)).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    for (const name of ['✓ Passed', '✗ Failed', 'Next step', 'All 74 steps', 'Photograph']) {
      const box = await page.getByRole('button', { name, exact: true }).boundingBox()
      expect(Math.min(box?.height ?? 0, box?.width ?? 0), name).toBeGreaterThanOrEqual(44)
    }
  })
})

test('what is recorded while the server cannot be reached stays on the device, and is sent when it can', async ({
  page,
  origin,
  faults,
}) => {
  const id = await putJob(origin, clinic())
  await begin(page, origin, id)
  await expect(card(page, 'Everything on the list is there')).toBeVisible()
  await page.route('**/records', (route) => route.abort())
  await page.getByLabel('lines there').fill('78')
  await passed(page)
  await expect(page.getByText(/kept on this device and not sent yet/)).toBeVisible()
  await page.getByLabel('Note').fill('labels printed on yellow')
  await page.unroute('**/records')
  await page.reload()
  // Taken up again and sent; what was typed is there too.
  await expect(page.getByRole('button', { name: /^Everything on the list is there ?, passed$/ })).toBeVisible()
  await expect(page.getByLabel('Note')).toHaveValue('labels printed on yellow')
  await expect
    .poll(async () => (await (await page.request.get(`${origin}/api/jobs/${id}/records`)).json()).records.length)
    .toBe(2)
  faults.length = 0
})

test('a slip of the thumb is taken back; a step is left out with a reason only', async ({ page, origin }) => {
  await begin(page, origin, await putJob(origin, clinic()))
  await page.getByRole('button', { name: '– Left out' }).click()
  await expect(page.getByRole('alert')).toContainText('Say in the note why it is left out')
  await page.getByRole('button', { name: '✗ Failed' }).click()
  await expect(page.getByText('✗ failed').first()).toBeVisible()
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(page.getByText('○ to do')).toBeVisible()
  await page.getByLabel('Note').fill('counted yesterday in the yard')
  await page.getByRole('button', { name: '– Left out' }).click()
  await expect(page.getByRole('button', { name: /^Everything on the list is there ?, left out$/ })).toBeVisible()
})

test('what changes in the design after it was built is to be done again, and asks for its reason', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, clinic())
  await begin(page, origin, id)
  await expect(card(page)).toBeVisible()
  const { revision, job } = await readJob(origin, id)
  const step = stepsOf(design(job, SHIPPED_CATALOGUE), HOT).find(({ circuitId }) => circuitId === 'inverter-ac')
  const record = {
    id: crypto.randomUUID(),
    at: new Date().toISOString(),
    by: WHO,
    kind: 'step',
    stepId: step?.id,
    title: step?.title,
    designation: '',
    mark: step?.mark,
    outcome: 'pass',
    readings: [],
    now: null,
    note: '',
  }
  await page.request.post(`${origin}/api/jobs/${id}/records`, { data: { records: [record] } })
  const changed = applyAll(job, [
    { act: 'set-circuit', circuitId: 'inverter-ac', patch: { size: '6 mm2', parallel: 1 } },
  ])
  await page.request.put(`${origin}/api/jobs/${id}`, { data: { baseRevision: revision, job: changed } })
  await page.goto(`${origin}/jobs/${id}/build?step=${step?.id}`)
  await expect(card(page)).toContainText('do again: the plan changed here')
  await expect(page.getByText('nobody said why').first()).toBeVisible()
  await page.getByLabel(/^Why (it was|these)/).fill('Stock of the day')
  await page.getByRole('button', { name: 'Keep the reason' }).click()
  await expect(page.getByText('nobody said why')).toHaveCount(0)
  await expect(page.locator('.build-differences')).toContainText('Stock of the day')
})

test('labels for cables, devices and units, each with a code that leads to its circuit', async ({ page, origin }) => {
  const id = await putJob(origin, clinic())
  await page.goto(`${origin}/jobs/${id}/labels`)
  await expect(page.getByText('W1.3', { exact: true }).first()).toBeVisible()
  const code = page
    .getByRole('img', { name: new RegExp(`/jobs/${id}/at\\?place=wiring\\.inverter-dc\\.size$`) })
    .first()
  await expect(code).toBeVisible()
  const before = await page.getByRole('button', { name: /^Print \d+ labels/ }).textContent()
  await page.getByLabel('cables, both ends').uncheck()
  await expect(page.getByRole('button', { name: /^Print \d+ labels/ })).not.toHaveText(before ?? '')
  await page.getByLabel('First free label').fill('5')
  await expect(page.locator('.label-page').first().locator('.label').nth(3)).toBeEmpty()
  const address =
    (await page
      .getByRole('img', { name: /place=wiring\.inverter-dc\.deviceId/ })
      .first()
      .getAttribute('aria-label')) ?? ''
  await page.goto(address.replace('Leads to ', ''))
  await expect(page.locator('[data-place="wiring.inverter-dc.deviceId"]')).toBeFocused()
})
