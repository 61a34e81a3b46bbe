import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { LINKS } from '@yard-lamp/core'
import { expect, follow, putJob, test } from './application.ts'

const PAGES = [...LINKS, 'options', 'checks', 'sheet', 'quote', 'build', 'labels'] as const

const APART: Record<string, string> = { jobs: '/', quick: '/quick', catalogue: '/catalogue/panel' }

for (const name of [...Object.keys(APART), ...PAGES]) {
  test(`nothing serious for assistive technology: ${name}, in daylight and at night`, async ({ page, origin }) => {
    test.setTimeout(120_000) // every element of the page is read, twice
    const id = await putJob(origin)
    if (name === 'build') await beginWork(origin, id)
    await page.goto(`${origin}${APART[name] ?? `/jobs/${id}/${name}`}`)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    expect(await serious(reader(page))).toEqual([])
    await page.evaluate(() => document.documentElement.setAttribute('data-mantine-color-scheme', 'dark'))
    // Colours on their way from day to night are neither.
    await page.evaluate(() => {
      const under = document.getAnimations().filter((each) => each instanceof CSSTransition)
      return Promise.allSettled(under.map(({ finished }) => finished)).then(() => undefined)
    })
    expect(await serious(reader(page).withRules('color-contrast'))).toEqual([])
  })
}

/** The work on site has begun: its steps stand on the page. */
const beginWork = (origin: string, id: string) =>
  fetch(`${origin}/api/jobs/${id}/records`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      records: [
        {
          id: crypto.randomUUID(),
          at: '2026-11-28T08:00:00.000Z',
          by: 'Ines Varga',
          kind: 'begin',
          optionId: 'lithium',
          revision: 1,
          reason: '',
        },
      ],
    }),
  })

/** Only violations are written out: naming each element that passes takes most of the time. */
const reader = (page: Page) =>
  new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .setLegacyMode()
    // Workings are made alike by the hundred: the first of each link stand for the rest.
    .exclude('.sheet-worked + .sheet-worked + .sheet-worked + .sheet-worked')

async function serious(axe: AxeBuilder): Promise<string[]> {
  const { violations } = await axe.analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)
}

test('the chain stands whole at 1280 × 800, and pages do not scroll sideways on a telephone', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  const last = page.getByRole('navigation', { name: 'Chain' }).getByRole('listitem').last()
  await expect(last).toBeInViewport({ ratio: 1 })
  await page.setViewportSize({ width: 390, height: 844 })
  for (const name of PAGES) {
    await follow(page, `/jobs/${id}/${name}`)
    expect(await page.evaluate(() => document.documentElement.scrollWidth), name).toBeLessThanOrEqual(390)
  }
  for (const [name, path] of Object.entries(APART)) {
    await follow(page, path)
    await page.waitForLoadState('networkidle')
    expect(await page.evaluate(() => document.documentElement.scrollWidth), name).toBeLessThanOrEqual(390)
  }
})
