import {
  applyAll,
  design,
  emptyJob,
  emptyLoad,
  fieldStation,
  findings,
  type Job,
  SHIPPED_CATALOGUE,
} from '@yard-lamp/core'
import { FIRES } from '../core/tests/broken-jobs.ts'
import { expect, putJob, test } from './application.ts'

const SHED = {
  id: 'shed',
  name: 'Shed',
  panelId: 'nobody-1',
  controllerId: 'nobody-2',
  quantity: 1,
  panelsPerString: 2,
  stringsPerController: 1,
  planeId: null,
}
const station = fieldStation()
/** Jobs that lack something, beside those something is wrong with. */
const LACKING: readonly Job[] = [
  emptyJob('Empty'),
  { ...emptyJob('Loads alone'), loads: [{ ...emptyLoad('lamp'), powerW: 20, hoursPerDay: 5 }] },
  { ...station, site: { ...station.site, latitudeDeg: null } },
  { ...station, site: { ...station.site, recordLowC: null } },
  { ...station, site: { ...station.site, sunKwhPerM2Day: Array(12).fill(null) } },
  { ...station, loads: station.loads.map((load) => ({ ...load, powerW: null, label: null })) as Job['loads'] },
  applyAll(station, [{ act: 'add-array', array: SHED }]),
  applyAll(station, [{ act: 'set-option', part: 'backup', patch: { kind: 'generator', generatorId: null } }]),
  applyAll(station, [{ act: 'set-option', part: 'battery', patch: { chemistry: 'agm lead-acid' } }]),
]

/** Places are alike but for the ids in them. */
const alike = (place: string): string =>
  place
    .replace(/^loads\.[^.]+\./, 'loads.*.')
    .replace(/^wiring\.[^.]+\./, 'wiring.*.')
    .replace(/\.\d+$/, '.*')

/** For each kind of place the first job that points to it. */
function pointedTo(): Map<Job, string[]> {
  const seen = new Set<string>()
  const places = new Map<Job, string[]>()
  for (const job of [...Object.values(FIRES).map((each) => each.job), ...LACKING]) {
    const result = design(job, SHIPPED_CATALOGUE)
    for (const { place } of [...findings(result), ...result.needs]) {
      if (seen.has(alike(place))) continue
      seen.add(alike(place))
      places.set(job, [...(places.get(job) ?? []), place])
    }
  }
  return places
}

test('every place a finding or a need points to stands on its page, and takes the cursor', async ({ page, origin }) => {
  test.setTimeout(240_000)
  const places = pointedTo()
  expect([...places.values()].flat().length).toBeGreaterThan(30)
  const missing: string[] = []
  for (const [job, own] of places) {
    const id = await putJob(origin, job)
    for (const link of new Set(own.map((place) => place.split('.')[0]))) {
      await page.goto(`${origin}/jobs/${id}/${link}`)
      await expect(page.getByRole('navigation', { name: 'Chain' })).toBeVisible()
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      for (const place of own.filter((each) => each.startsWith(`${link}.`) || each === link)) {
        const field = page.locator(`[data-place="${place}"]`)
        await field
          .first()
          .waitFor({ state: 'attached', timeout: 3000 })
          .then(() => field.first().focus({ timeout: 1000 }))
          .catch(() => missing.push(place))
      }
    }
  }
  expect(missing).toEqual([])
})
