import { type ChildProcess, spawn } from 'node:child_process'
import { join } from 'node:path'
import process from 'node:process'
import { fieldStation } from '@yard-lamp/core'
import { bundleProgram } from '../scripts/bundle.mjs'
import { expect, inChain, putJob, test } from './application.ts'

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
const WHO = 'Ines Varga'
const program = join(import.meta.dirname, '../node_modules/.cache/monitor-of-tests.mjs')

/** Lives some days of a job as a monitor on site, and waits until they are lived. */
async function live(origin: string, id: string, ...args: string[]): Promise<ChildProcess> {
  await bundleProgram('monitor/src/main.ts', program)
  const options = ['--job', id, '--server', origin, '--port', '0', '--speed', '2000000', '--every', '10', ...args]
  const monitor = spawn(process.execPath, [program, ...options], { stdio: ['ignore', 'pipe', 'inherit'] })
  await new Promise<void>((resolve, reject) => {
    monitor.stdout.on('data', (said) => String(said).includes('are lived') && resolve())
    monitor.once('exit', (code) => reject(new Error(`the monitor ended (${code})`)))
  })
  return monitor
}

test('a year with a string out is noticed and named, from the monitor on site to the page', async ({
  page,
  origin,
}) => {
  test.slow()
  const id = await putJob(origin)
  const monitor = await live(
    origin,
    id,
    '--from',
    '2025-01-01',
    '--days',
    '365',
    '--fault',
    'string-out',
    '--fault-from',
    '2025-09-10',
  )
  try {
    const last = async () => {
      const { sources } = (await (await fetch(`${origin}/api/jobs/${id}/readings?from=0&to=1`)).json()) as {
        sources: { days: { day: string }[] }[]
      }
      return sources[0]?.days.at(-1)?.day
    }
    await expect.poll(last, { timeout: 60_000 }).toBe('2025-12-31')
    await page.goto(`${origin}/jobs/${id}/log`)
    await expect(page.locator('.log-verdict')).toHaveText(
      /^Not as designed: a string of the array is out, since 1\d.September 2025\./,
    )
    const told = page.getByRole('listitem').filter({ hasText: 'A string of the array is out' })
    await expect(told.last()).toContainText('1 of 4 strings missing would leave 75')
    await expect(told.last()).toContainText('Clamp the current of each string')
    await expect(inChain(page, 'Log')).toContainText('A string of the array is out')
    // The months: sun that was read, beside what it should have been.
    await page.getByText('In figures').click()
    await expect(page.getByRole('row').filter({ hasText: 'Dec 25' })).toContainText('31')
    // A day, at the resolution it came in.
    await page.getByLabel('Day', { exact: true }).fill('2025-10-04')
    await expect(page.getByRole('img', { name: /^Readings of 4 October 2025: sun/ })).toBeVisible()
    // Repaired with the job: other strings are expected, and nothing is out.
    await expect(page.getByText('Simulated monitor')).toBeVisible()
  } finally {
    monitor.kill('SIGTERM')
  }
})

test('a monitor that lives on is seen live', async ({ page, origin }) => {
  const id = await putJob(origin)
  const { id: sourceId } = (await (
    await fetch(`${origin}/api/jobs/${id}/readings/sources`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({
        kind: 'file',
        name: 'Logger',
        clockFastMin: 0,
        offsetMin: 0,
        mapping: null,
        address: null,
        topic: null,
        account: null,
      }),
    })
  ).json()) as { id: string }
  const looks = page.waitForResponse((response) => response.url().endsWith('/live'))
  await page.goto(`${origin}/jobs/${id}/log`)
  await looks
  await fetch(`${origin}/api/jobs/${id}/readings/sources/${sourceId}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ at: [Date.now()], figures: { soc: [63], pvW: [1234], stage: [1] } }),
  })
  const live = page.getByRole('region', { name: 'Live' })
  await expect(live).toContainText('Logger, now')
  await expect(live).toContainText('63')
  await expect(live).toContainText('1,234')
  await expect(live).toContainText('bulk')
})

test('a table that is pasted is read by its headings, what cannot be in it is told, and its columns are remembered', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/log`)
  const paste = async (rows: string) => {
    await page.getByRole('button', { name: 'Bring in a file, or paste' }).click()
    await page.getByRole('textbox', { name: 'or paste a table' }).fill(rows)
    await page.getByRole('button', { name: 'Read what was pasted' }).click()
  }
  await paste('no times here\tnor here\n1\tx')
  await expect(page.getByRole('alert')).toContainText('No column of Pasted.csv holds times')
  await page.getByRole('button', { name: 'Close' }).click()

  const heading = 'Time\tVolts\tSolar power (kW)\tThing'
  await paste(
    `${heading}\n2025-06-01 08:00\t25.6\t0.5\t9\n2025-06-01 08:10\t25.7\tlots\t9\n2025-06-01 08:20\t25.7\t0.6\t9`,
  )
  await expect(page.getByLabel('Unit of Solar power (kW)')).toHaveValue('kW')
  await page.getByLabel('What Thing holds').selectOption('state of charge')
  await page.getByRole('button', { name: 'Read it so' }).click()
  await expect(page.getByText('Row 3: PV power: got “lots”')).toBeVisible()
  await page.getByRole('button', { name: 'Keep 3 readings' }).click()
  await expect(page.getByText('1 June 2025 to 1 June 2025, 1 day')).toBeVisible()

  await paste(`${heading}\n2025-06-02 08:00\t25.6\t0.5\t9`)
  await expect(page.getByText('Columns as they were named last time.')).toBeVisible()
  await expect(page.getByLabel('What Thing holds')).toHaveValue('soc')
})

test.describe('on a telephone', () => {
  test.use(PHONE)

  test('a reading is written down in a few strokes, stands below, and is taken back', async ({ page, origin }) => {
    const id = await putJob(origin, fieldStation())
    await page.goto(`${origin}/jobs/${id}/log`)
    await page.getByLabel('state of charge').fill('140')
    await expect(page.getByRole('alert')).toContainText('from 0 to 100')
    await page.getByLabel('Who').fill(WHO)
    await page.getByRole('button', { name: 'Write down' }).click()
    await expect(page.getByRole('status').filter({ hasText: 'this cannot be' })).toBeVisible()
    await page.getByLabel('state of charge').fill('81')
    await page.getByLabel('battery volts').fill('26400 mV')
    await page.getByRole('button', { name: 'Write down' }).click()
    await expect(page.getByText(/^Kept: state of charge 81.%, battery volts 26.40.V/)).toBeVisible()
    const entry = page.getByRole('listitem').filter({ hasText: 'battery volts 26.40' })
    await expect(entry).toContainText(WHO)
    await page.getByRole('button', { name: 'Generator' }).click()
    await page.getByLabel('Ran for').fill('90 min')
    await page.getByRole('button', { name: 'Write down' }).click()
    await expect(page.getByRole('listitem').filter({ hasText: 'generator ran 1.5' })).toBeVisible()
    await entry.getByRole('button', { name: 'Take back' }).click()
    await expect(entry).toContainText('taken back')
    await page.reload()
    await expect(entry).toContainText('taken back')
  })

  test('what is written down without signal waits, and is sent when there is a way', async ({
    page,
    origin,
    context,
    faults,
  }) => {
    const id = await putJob(origin)
    await page.goto(`${origin}/jobs/${id}/log`)
    await page.getByLabel('Who').fill(WHO)
    await context.setOffline(true)
    await page.getByLabel('state of charge').fill('77')
    await page.getByRole('button', { name: 'Write down' }).click()
    await expect(page.getByText('not sent yet').first()).toBeVisible()
    await context.setOffline(false)
    await expect(page.getByText('not sent yet')).toHaveCount(0, { timeout: 30_000 })
    const { records } = (await (await fetch(`${origin}/api/jobs/${id}/records`)).json()) as {
      records: { values: object }[]
    }
    expect(records[0]?.values).toEqual({ soc: 77 })
    faults.length = 0
  })
})
