import { applyAll, demoJobs, design, emptyJob, type Job, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { FIELD_SHAPES } from '../../core/tests/field-shapes.ts'

export const planOf = (job: Job) => design(job, SHIPPED_CATALOGUE)

export const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES), emptyJob('Empty')].map(
  (job) => [job.name, job] as const,
)

/** The first demo job with a further array. */
export function clinicJob({ id, name }: { id: string; name: string }): Job {
  const [job] = demoJobs()
  if (!job) throw new Error('no demo job')
  const { controller, array } = planOf(job)
  if (!controller.item || !array.layout) throw new Error('no layout')
  return applyAll(job, [
    {
      act: 'add-array',
      array: {
        id,
        name,
        panelId: array.layout.panel.id,
        controllerId: controller.item.id,
        quantity: 1,
        panelsPerString: array.layout.panelsPerString,
        stringsPerController: 1,
        planeId: null,
        setA: null,
      },
    },
  ])
}
