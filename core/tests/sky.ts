import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { methodOf } from '../src/chain/methods.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { emptyPlane } from '../src/job/job.ts'
import type { Plane, Site } from '../src/job/schema.ts'
import { runMethod } from '../src/method/method.ts'
import { syntheticYear } from '../src/site/synthetic-year.ts'

export const COASTAL = [0.86, 1.62, 2.81, 4.42, 5.38, 5.79, 5.52, 4.71, 3.42, 2.02, 1.08, 0.71]
export const run = (id: string, input: unknown) => runMethod(methodOf(id), input) as Record<string, number[]>
export const year = (seed: number, flat = COASTAL, latitudeDeg = 50) =>
  syntheticYear({ latitudeDeg, flatKwhPerM2Day: flat, monthMeanC: Array(12).fill(10), daySwingK: 8, seed })
export const siteOf = (patch: Partial<Site>, plane: Partial<Plane> = {}) => {
  const job = fieldStation()
  const planes = [{ ...emptyPlane('a', 'A'), ...plane }]
  return design({ ...job, site: { ...job.site, horizon: [], planes, ...patch } }, SHIPPED_CATALOGUE).site
}
