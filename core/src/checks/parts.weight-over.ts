import { defineCheck, type Found } from './check.ts'

export const partsWeightOver = defineCheck({
  id: 'parts.weight-over',
  link: 'parts',
  severity: 'fault',
  fires: 'what stands on a vehicle, an axle or a floor weighs more than the weight given for it',
  find(_job, { parts: { weightTargets }, write }) {
    return weightTargets.flatMap(({ target, weightKg }): Found[] =>
      target.mostKg === null || weightKg === null || weightKg <= target.mostKg
        ? []
        : [
            {
              message: `${target.name || 'The whole'}: ${write.quantity(weightKg, 'kg', 0)} of the system stand there; it may bear ${write.quantity(target.mostKg, 'kg', 0)}.`,
              remedy: 'A lighter battery chemistry, fewer days without sun, or units moved to another place.',
              place: `parts.weightTargets.${target.id}`,
            },
          ],
    )
  },
})
