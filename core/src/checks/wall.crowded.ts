import { defineCheck } from './check.ts'
import { foundOnWall } from './wall.ts'

export const wallCrowded = defineCheck({
  id: 'wall.crowded',
  link: 'wiring',
  severity: 'fault',
  fires: 'a piece hung by hand over another, or nearer to it than the sheet of either asks to be kept free',
  find: (_job, design) =>
    foundOnWall(
      design,
      false,
      'Hang it farther off: without its air it gives less, and what is under a cover fails early.',
    ),
})
