import type { Page } from '@playwright/test'
import { applyAll, type Job, narrowboat } from '@yard-lamp/core'
import { clinic, rescueHut } from '@yard-lamp/core/demo'
import { expect, inChain, putJob, readJob, saved, test } from './application.ts'

/** The hut in winter with nothing but three panels and a bank of two. */
const bareHut = (): Job =>
  applyAll(rescueHut(), [
    { act: 'set-option', part: 'backup', patch: { kind: 'none', months: [] } },
    { act: 'set-option', part: 'controller', patch: { panelsPerString: 3, stringsPerController: 1 } },
    { act: 'set-option', part: 'battery', patch: { parallel: 2 } },
  ])
/** The clinic with a bank that is too small for its refrigerator. */
const smallClinic = (): Job => applyAll(clinic(), [{ act: 'set-option', part: 'battery', patch: { parallel: 4 } }])

const shareOf = async (page: Page, label: string): Promise<number> => {
  const answer = page.locator('.answer').filter({ hasText: label }).locator('.answer-figure')
  await expect(answer).toHaveText(/\d+(\.\d+)?\s%|always/)
  const text = (await answer.textContent()) ?? ''
  return text === 'always' ? 100 : Number.parseFloat(text)
}
const cloth = (page: Page) => page.getByRole('slider', { name: 'Day of the year that is open' })

test('the hut in winter: the worst fortnight is opened, and the best remedy raises the share', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, bareHut())
  await page.goto(`${origin}/jobs/${id}/proof`)
  await expect(page.getByText(/^The year is not carried/)).toBeVisible()
  await expect(inChain(page, 'Proof')).toContainText('of hours')
  const before = await shareOf(page, 'carried, of all hours')

  // The cloth: another day by a key, then back to the worst fortnight.
  await cloth(page).focus()
  await page.keyboard.press('Home')
  await page.keyboard.press('PageUp')
  await expect(cloth(page)).toHaveAttribute('aria-valuetext', '31 January')
  await expect(page.getByRole('heading', { name: 'Fourteen days from 31 January' })).toBeVisible()
  await page.getByRole('button', { name: 'Open the worst fortnight' }).click()
  await expect(page.getByRole('heading', { name: 'The worst fortnight' })).toBeVisible()
  await expect(page.getByRole('img', { name: /From \d+ \w+: \d+.h go without/ })).toBeVisible()
  await expect(page.getByText(/What fails first, in the worst year: \d+.h: the bank is/)).toBeVisible()

  await page.getByRole('button', { name: 'Try what would help' }).click()
  const carries = page.getByRole('row', { name: /carries what is asked/ }).first()
  await expect(carries).toBeVisible({ timeout: 30_000 })
  await carries.getByRole('button', { name: 'Do it' }).click()
  await expect(page.getByText(/^The year is not carried/)).toHaveCount(0)
  await expect.poll(() => shareOf(page, 'carried, of all hours')).toBeGreaterThan(before)
  await saved(page)

  // One act, so that one step takes it back; the year of before is known and stands at once.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => shareOf(page, 'carried, of all hours')).toBe(before)
})

test('the clinic: its critical loads are missed, and its list says so once they are carried again', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, smallClinic())
  await page.goto(`${origin}/jobs/${id}/proof`)
  await expect(page.getByText(/years carry the critical loads, 9 in 10 are asked/)).toBeVisible()
  expect(await shareOf(page, 'critical loads')).toBeLessThan(100)
  await page.goto(origin)
  const card = page.getByRole('listitem').filter({ has: page.locator(`a[href*="${id}"]`) })
  await expect(card).toContainText('year not carried')
  await page.goto(`${origin}/jobs/${id}/proof`)
  await page.getByRole('button', { name: 'Try what would help' }).click()
  const carries = page.getByRole('row', { name: /carries what is asked/ }).first()
  await expect(carries).toBeVisible({ timeout: 30_000 })
  await carries.getByRole('button', { name: 'Do it' }).click()
  await expect.poll(() => shareOf(page, 'critical loads')).toBe(100)
  await saved(page)
  await page.goto(origin)
  await expect(card).toContainText('year carried')
})

test('a search is cancelled and begun again, and a point of its frontier opens as an option', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, narrowboat())
  await page.goto(`${origin}/jobs/${id}/proof`)
  await page.getByRole('button', { name: 'Search', exact: true }).click()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('progressbar')).toHaveCount(0)
  // An edit while it runs: what it would find is of no use any more.
  await page.getByRole('button', { name: 'Search', exact: true }).click()
  await page.getByLabel('In so many years of ten').fill('8')
  await expect(page.getByText('The design moved while it was tried: left off.')).toBeVisible()
  // What the years come to moves the button while it is pressed: on a slow machine the first press may miss it.
  const frontier = page.getByRole('table', { name: 'What each price carries' })
  const left = page.getByText('The design moved while it was tried: left off.')
  await expect(async () => {
    if (await left.isVisible()) await page.getByRole('button', { name: 'Search', exact: true }).click({ timeout: 5000 })
    await expect(left).toBeHidden({ timeout: 5000 })
  }).toPass()
  await expect(frontier).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('img', { name: /hours a year go without/ })).toBeVisible()
  // Which of the cheaper designs were worked goes by the order in which two workers come to them: one that carries is taken.
  const first = page.getByRole('table', { name: 'The cheapest that carry what is asked' }).getByRole('row').nth(1)
  const label = (await first.getByRole('cell').first().textContent()) ?? ''
  await first.getByRole('button', { name: 'Open as an option' }).click()
  await expect(page.getByLabel('Option worked on').locator('option:checked')).toHaveText(label)
  await expect(page.getByText(/^The year is not carried/)).toHaveCount(0)
  await saved(page)
  expect((await readJob(origin, id)).job.options.map(({ name }) => name)).toContain(label)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Option worked on').locator('option:checked')).not.toHaveText(label)
})

test('what matters is tried, and what the brief asks is judged', async ({ page, origin }) => {
  const id = await putJob(origin, rescueHut())
  await page.goto(`${origin}/jobs/${id}/proof`)
  await page.getByRole('button', { name: 'Try what matters' }).click()
  await expect(page.getByRole('cell', { name: /the sun of the site/ })).toBeVisible({ timeout: 30_000 })

  await page.getByLabel('Generator a year, at most').fill('1')
  await expect(page.getByText(/the generator runs \d+.h a year, at most 1.h are wanted/)).toBeVisible()
  await page.getByLabel('Kind of site').selectOption('vehicle')
  await page.getByLabel('Generator a year, at most').fill('')
  await expect(page.getByText(/\d nights from a full bank, 2 asked/)).toBeVisible()
  await page.getByLabel('Nights from a full bank').fill('0')
  await expect(page.getByRole('alert')).toContainText('whole number from 1 to 60')
  await page.getByLabel('Nights from a full bank').press('Escape')
  await saved(page)
  expect((await readJob(origin, id)).job.reliability).toMatchObject({
    kind: 'vehicle',
    generatorHours: null,
    nights: null,
  })
})

test('WebAssembly may be made for the kernel of the year, in the page and in its worker; code from text may not', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, narrowboat())
  await page.goto(`${origin}/jobs/${id}/proof`)
  await expect(page.locator('.answer').first()).toBeVisible()
  const worker = page.workers().find((each) => /years\.worker/.test(each.url()))
  if (!worker) throw new Error('no worker works the years')
  for (const made of [await page.evaluate(whatIsMade), await worker.evaluate(whatIsMade)])
    expect(made).toEqual(['made', 'EvalError'])
})

/** What becomes of a module of WebAssembly and of code from text. */
async function whatIsMade(): Promise<string[]> {
  // What is evaluated from outside is let through by the browser; what it does later is not.
  await new Promise((resolve) => setTimeout(resolve, 0))
  const tried = (make: () => unknown) => {
    try {
      return make() ? 'made' : 'nothing'
    } catch (error) {
      return (error as Error).name
    }
  }
  // The shortest module there is: its name and its version.
  const bytes = Uint8Array.of(0, 97, 115, 109, 1, 0, 0, 0)
  return [tried(() => new WebAssembly.Module(bytes)), tried(() => new Function('return 1')())]
}

test('until the year is worked it says so, on its page and in the chain, and no figure stands in', async ({
  page,
  origin,
}) => {
  let letGo = () => {}
  const held = new Promise<void>((resolve) => {
    letGo = resolve
  })
  await page.route(/years\.worker/, async (route) => {
    await held
    await route.continue()
  })
  await page.goto(`${origin}/jobs/${await putJob(origin, bareHut())}/proof`)
  await expect(page.getByText(/^Being worked/)).toBeVisible()
  await expect(inChain(page, 'Proof')).toContainText('being worked')
  await expect(page.getByText(/The year is not carried/)).toHaveCount(0)
  letGo()
  await expect(page.getByText(/^The year is not carried/)).toBeVisible()
})

test('while a year is worked anew the one before stays where it was, pale, and no check is silent for it', async ({
  page,
  origin,
}) => {
  // What is asked of a worker waits while it is held.
  await page.addInitScript(() => {
    const held: (() => void)[] = []
    const letGo = () => {
      for (const send of held.splice(0)) send()
    }
    const state = { isHeld: false, letGo }
    Object.assign(globalThis, { state })
    const post = Worker.prototype.postMessage
    Worker.prototype.postMessage = function (this: Worker, ...sent: [unknown]) {
      if (state.isHeld) held.push(() => post.apply(this, sent))
      else post.apply(this, sent)
    }
  })
  const hold = (isHeld: boolean) =>
    page.evaluate((to) => {
      const { state } = globalThis as unknown as { state: { isHeld: boolean; letGo(): void } }
      state.isHeld = to
      if (!to) state.letGo()
    }, isHeld)
  await page.goto(`${origin}/jobs/${await putJob(origin, rescueHut())}/proof`)
  await expect(page.getByRole('table', { name: 'With the bank as old as it is by then' })).toBeVisible()
  await expect(page.getByText('checks silent')).toBeVisible()
  const brief = page.getByLabel('Generator a year, at most')
  await brief.scrollIntoViewIfNeeded()
  const before = await brief.boundingBox()

  await hold(true)
  await brief.fill('1')
  await expect(page.getByText(/^Being worked: twenty years.*What is pale is of the design before/)).toBeVisible()
  await expect(page.getByText('year being worked')).toBeVisible()
  await expect(page.getByText('checks silent')).toHaveCount(0)
  await expect(page.locator('.of-year').first()).toHaveAttribute('aria-busy', 'true')
  expect(await brief.boundingBox()).toEqual(before)
  await page.getByRole('link', { name: 'year being worked' }).click()
  await expect(page.getByText('Nothing found so far: the year is still being worked.')).toBeVisible()
  await expect(page.getByRole('row', { name: /the simulated years carry less/ })).toContainText('being worked')
  await hold(false)
  await expect(page.getByRole('row', { name: /the simulated years carry less/ })).toContainText('fires')
  await page.goBack()
  await expect(page.getByText(/^The year is not carried/)).toBeVisible()
  await expect(page.locator('.of-year').first()).toHaveAttribute('aria-busy', 'false')
})

/** A made-up year of hours as a table: sun from six to eighteen, as many W/m² at noon. */
const hoursTable = (noonW: number): string =>
  [
    'time,sun on the flat W/m2,air C',
    ...Array.from({ length: 8760 }, (_, i) => {
      const sunW = noonW * Math.max(0, Math.sin((((i % 24) - 6) / 12) * Math.PI))
      return `${i},${sunW.toFixed(0)},4.5`
    }),
  ].join('\n')

test('a measured year is worked beside the drawn ones, kept in the browser, and opened hour by hour', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, rescueHut())
  await page.goto(`${origin}/jobs/${id}/proof`)
  const take = async (name: string, text: string) => {
    await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
    await page.getByRole('button', { name: 'Read these columns' }).click()
  }
  await page.getByRole('button', { name: 'Bring in a weather file' }).click()
  await take('short.csv', hoursTable(600).split('\n').slice(0, 500).join('\n'))
  await expect(page.getByRole('alert')).toContainText('the table has 499 rows of hours; expected 8760')
  await take('dark.csv', hoursTable(40))
  await page.getByRole('button', { name: 'Work this year' }).click()
  await expect(page.getByText(/of all hours carried with the hours of dark\.csv/)).toBeVisible()
  await expect(page.getByText(/less sun in the planes/)).toBeVisible()

  await page.reload()
  await expect(page.getByText(/of all hours carried with the hours of dark\.csv/)).toBeVisible()
  await page.getByLabel('Year', { exact: true }).selectOption('measured')
  await expect(page.getByText(/the measured year, dark\.csv/)).toBeVisible()
  await page.getByRole('button', { name: 'Take it away' }).click()
  await expect(page.getByRole('button', { name: 'Bring in a weather file' })).toBeVisible()
  await expect(page.getByText(/the measured year/)).toHaveCount(0)
})

test('the years ahead follow the bank, and report and options say what the page says', async ({ page, origin }) => {
  const id = await putJob(origin, bareHut())
  await page.goto(`${origin}/jobs/${id}/proof`)
  const life = page.getByRole('table', { name: 'With the bank as old as it is by then' })
  await expect(life.getByRole('row', { name: /^capacity left, % 100 9\d/ })).toBeVisible()
  const share = (await page.locator('.answer').first().locator('.answer-figure').textContent()) ?? ''
  await page.goto(`${origin}/jobs/${id}/sheet`)
  await expect(page.getByText(/It does not carry what is asked/)).toBeVisible()
  await expect(page.getByText(share, { exact: true })).toBeVisible()
  await page.goto(`${origin}/jobs/${id}/options`)
  await expect(page.getByRole('row', { name: /^The year carries/ })).toContainText(`${share} of hours`)
})
