import { defineCheck } from './check.ts'
import { foundOnWall } from './wall.ts'

export const wallOverGas = defineCheck({
  id: 'wall.over-gas',
  link: 'wiring',
  severity: 'danger',
  fires: 'a piece hung by hand above batteries that give off gas',
  find: (_job, design) =>
    foundOnWall(design, true, 'Hang it beside the batteries: hydrogen rises to whatever sparks above them.'),
})
