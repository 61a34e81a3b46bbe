import type { Bolted } from './sheet-parts.ts'

/** Studs of the shipped sheets, M in mm; 0 where conductors are clamped. Invented. */
// biome-ignore format: several a line
const ROWS: readonly (readonly [id: string, studMm: number])[] = [
  ['murrow-v2-420', 8], ['murrow-g6-225', 8], ['murrow-l12-130', 6], ['quillane-a12-150', 8], ['haskerl-12-100', 8],
  ['haskerl-24-120', 8], ['haskerl-12-280', 8], ['haskerl-24-230', 8], ['haskerl-48-110', 8], ['haskerl-48-280', 8],
  ['tessaly-t24-40', 8], ['murrow-l6-420', 8], ['murrow-l12-75', 6], ['murrow-l8-165', 6], ['quillane-a6-210', 8],
  ['quillane-a12-60', 6], ['quillane-a12-100', 6], ['quillane-a12-200', 8], ['quillane-g12-90', 6], ['quillane-g12-210', 8],
  ['quillane-g2-600', 8], ['murrow-v2-260', 6], ['murrow-v2-800', 8], ['murrow-v2-1200', 8], ['murrow-v6-280', 8],
  ['haskerl-cell-105', 8], ['haskerl-cell-280', 10], ['haskerl-12-50', 6], ['haskerl-12-200', 8], ['haskerl-12-120h', 8],
  ['haskerl-24-60', 6], ['haskerl-48-55', 6], ['haskerl-48-200', 8], ['haskerl-48-314', 8], ['ostrage-n24-90', 8],
  ['ostrage-n48-74', 8], ['tessaly-t12-40', 8], ['tessaly-t48-40', 8], ['ironby-n300', 6], ['ironby-n600', 8],
  ['ironby-12-150', 6], ['orrowell-12-500', 6], ['orrowell-12-1200', 8], ['orrowell-12-600-step', 6], ['orrowell-24-800', 6],
  ['orrowell-24-1600', 6], ['orrowell-24-3000', 8], ['orrowell-48-3000', 6], ['orrowell-48-5000', 8], ['castlemere-24-2000a', 8],
  ['castlemere-48-4000a', 8], ['castlemere-12-1000a', 8], ['orrowell-12-250', 6], ['orrowell-12-2000', 8], ['orrowell-24-5000', 8],
  ['orrowell-48-8000', 8], ['orrowell-48-10000', 8], ['castlemere-12-1600c', 8], ['castlemere-24-3000c', 8], ['castlemere-48-5000c', 8],
  ['castlemere-48-10000c', 8], ['castlemere-24-4000ac', 8], ['castlemere-48-6000ac', 8], ['brayholm-12-1500', 8], ['brayholm-24-3000', 8],
  ['brayholm-48-5000', 8], ['brayholm-48-8000d', 8], ['brayholm-48-12000d', 10], ['brayholm-48-6000s', 8], ['brayholm-48-12000s', 10],
  ['kelder-12-15', 0], ['kelder-12-30', 0], ['kelder-12-60', 6], ['kelder-24-16', 0], ['kelder-24-40', 6],
  ['kelder-48-25', 0], ['kelder-48-60', 6], ['kelder-12-30a', 0], ['kelder-24-40a', 6], ['kelder-48-30a', 0],
  ['kelder-d12-12-18', 0], ['kelder-d12-12-30', 0], ['kelder-d12-12-50', 6], ['kelder-d12-24-15', 0], ['kelder-d24-24-15', 0],
  ['kelder-d24-24-30', 0], ['kelder-d12-48-8', 0], ['wardwick-iso-32', 0], ['wardwick-iso-63', 0], ['wardwick-iso-125', 0],
  ['wardwick-ld-65', 6], ['wardwick-ld-220', 8], ['wardwick-bs-300', 8], ['wardwick-bs-600', 10], ['wardwick-bs-1200', 12],
  ['wardwick-rl-120', 8], ['wardwick-rl-230', 8], ['wardwick-sh-300', 8], ['wardwick-sh-500', 10], ['wardwick-sh-1000', 12],
  ['wardwick-bb-250', 8], ['wardwick-bb-600', 10], ['wardwick-bb-1500', 12], ['wardwick-cb-4', 0], ['wardwick-cb-8', 0],
  ['wardwick-cb-16', 0], ['wardwick-dp-6', 0], ['wardwick-dp-12', 0], ['wardwick-ab-8', 0], ['wardwick-ab-18', 0],
  ['wardwick-ab-24', 0], ['wardwick-ab-36', 0], ['wardwick-rc-40', 0], ['wardwick-rc-63', 0], ['wardwick-rc-125', 0],
  ['wardwick-rc-250', 0], ['wardwick-sp-100', 0], ['wardwick-sp-600', 0], ['wardwick-sp-1000', 0], ['wardwick-sp-ac', 0],
  ['wardwick-bf-high', 10], ['wardwick-bf-strip', 8], ['wardwick-bf-knife', 10], ['wardwick-dcb-80h', 0], ['wardwick-dcb-80ha', 0],
  ['wardwick-dcb-80x', 8], ['wardwick-dcb-80xa', 8], ['wardwick-dcb-250', 0], ['wardwick-dcb-600', 0], ['wardwick-dcb-250a', 0],
  ['wardwick-dcb-600a', 0], ['wardwick-dcb-80y', 0], ['wardwick-dcb-80ya', 0], ['wardwick-bf-knife-h', 10], ['wardwick-dcb-1000', 0],
  ['wardwick-dcb-1000a', 0], ['wardwick-pvf', 0], ['wardwick-pvf-h', 0], ['wardwick-acb', 0], ['wardwick-acb-a', 0],

]

const STUD_OF = new Map(ROWS)

/** Stud of a shipped sheet, by its id. */
export const studOf = (id: string): Bolted => ({ studMm: STUD_OF.get(id) ?? null })
