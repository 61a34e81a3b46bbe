import { CONDUCTORS } from '../tables/conductor.ts'
import { CONDUITS_METRIC, CONDUITS_TRADE, GLANDS_METRIC } from '../tables/conductor-outside.ts'
import { formatSize } from '../units/format.ts'
import { idOf } from './item-text.ts'
import type { Material, MaterialRole } from './schema.ts'
import { suppliedBy } from './suppliers.ts'

type Said = Pick<Material, 'size' | 'price' | 'weightKg'> &
  Partial<Pick<Material, 'studMm' | 'lengthM' | 'areaM2' | 'ways' | 'packOf'>>

const material = (maker: string, model: string, role: MaterialRole, said: Said): Material => ({
  kind: 'material',
  ...suppliedBy(maker),
  id: idOf(maker, model),
  maker,
  model,
  role,
  studMm: null,
  lengthM: null,
  areaM2: null,
  ways: null,
  packOf: 1,
  ...said,
})

const cents = (price: number): number => Math.round(price * 100) / 100
const grams = (weightKg: number): number => Math.round(weightKg * 1000) / 1000

/** Studs a lug of a conductor is made for, M in mm: thick ones do not come for thin studs. */
const STUDS_MM: readonly { readonly mm: number; readonly fromMm2: number; readonly toMm2: number }[] = [
  { mm: 5, fromMm2: 1, toMm2: 16 },
  { mm: 6, fromMm2: 1, toMm2: 70 },
  { mm: 8, fromMm2: 1, toMm2: 185 },
  { mm: 10, fromMm2: 1, toMm2: 500 },
  { mm: 12, fromMm2: 16, toMm2: 500 },
]

const LUGS = CONDUCTORS.flatMap(({ size, areaMm2 }) =>
  STUDS_MM.filter(({ fromMm2, toMm2 }) => areaMm2 >= fromMm2 && areaMm2 <= toMm2).map(({ mm }) =>
    material('Ropewalk', `Crimp lug ${formatSize(size)} M${mm}`, 'lug', {
      size,
      studMm: mm,
      price: cents(0.35 + 0.022 * areaMm2),
      weightKg: grams(0.002 + 0.0005 * areaMm2),
      packOf: areaMm2 <= 16 ? 10 : areaMm2 <= 70 ? 5 : 1,
    }),
  ),
)

/** Above it a conductor goes into its clamp as it is. Assumption of Yard Lamp, after common sheets. */
export const MOST_FERRULE_MM2 = 55
const FERRULES = CONDUCTORS.filter(({ areaMm2 }) => areaMm2 <= MOST_FERRULE_MM2).map(({ size, areaMm2 }) =>
  material('Ropewalk', `Ferrule ${formatSize(size)}`, 'ferrule', {
    size,
    price: cents(0.05 + 0.006 * areaMm2),
    weightKg: grams(0.0005 + 0.0001 * areaMm2),
    packOf: areaMm2 <= 16 ? 25 : 10,
  }),
)

const SLEEVES = CONDUCTORS.map(({ size, areaMm2 }) =>
  material('Ropewalk', `Heat-shrink with glue, for ${formatSize(size)}`, 'sleeve', {
    size,
    price: cents(0.3 + 0.006 * areaMm2),
    weightKg: 0.002,
    packOf: 5,
  }),
)

const GLANDS = GLANDS_METRIC.map(({ name, toMm }) =>
  material('Wardwick', `Cable gland ${name}, to ${toMm} mm`, 'gland', {
    size: name,
    price: cents(0.8 + 0.07 * toMm),
    weightKg: grams(0.006 + 0.001 * toMm),
  }),
)

/** Plastic tube weighs about so much for each mm² it holds, kg/m. */
const TUBE_KG_PER_M_PER_MM2 = 0.00045
const CONDUITS = [...CONDUITS_METRIC, ...CONDUITS_TRADE].flatMap(({ name, insideMm2 }) => [
  material('Wardwick', `Conduit ${name}, 3 m`, 'conduit', {
    size: name,
    lengthM: 3,
    price: cents(1.9 + 0.011 * insideMm2),
    weightKg: grams(3 * (0.08 + TUBE_KG_PER_M_PER_MM2 * insideMm2)),
  }),
  material('Wardwick', `Conduit clip ${name}`, 'clip', {
    size: name,
    price: cents(0.25 + 0.0006 * insideMm2),
    weightKg: 0.01,
    packOf: 10,
  }),
])

/** What panels stand on, and what closes the roof again. */
const MOUNTING = [
  material('Fellside', 'Rail 40, 2.4 m', 'rail', { size: '', lengthM: 2.4, price: 21, weightKg: 2 }),
  material('Fellside', 'Rail 40 joint', 'rail-joint', { size: '', price: 3.4, weightKg: 0.2 }),
  material('Fellside', 'Mid clamp', 'mid-clamp', { size: '', price: 1.9, weightKg: 0.06, packOf: 4 }),
  material('Fellside', 'End clamp', 'end-clamp', { size: '', price: 2.2, weightKg: 0.07, packOf: 4 }),
  material('Fellside', 'Roof hook for tiles', 'foot', { size: 'tile', price: 6.8, weightKg: 0.7 }),
  material('Fellside', 'Roof hook for slates', 'foot', { size: 'slate', price: 7.6, weightKg: 0.6 }),
  material('Fellside', 'Foot for metal roofs, with seal', 'foot', { size: 'metal', price: 3.9, weightKg: 0.2 }),
  material('Fellside', 'Foot for frames, flat', 'foot', { size: 'flat', price: 4.6, weightKg: 0.4 }),
  material('Fellside', 'Ground screw with head', 'foot', { size: 'ground', price: 29, weightKg: 5.4 }),
  material('Fellside', 'Deck mount, glued', 'foot', { size: 'deck', price: 6.4, weightKg: 0.15 }),
  material('Fellside', 'Slate flashing', 'seal', { size: 'slate', price: 8.2, weightKg: 0.4 }),
  material('Fellside', 'Tilt frame, a pair of legs', 'frame', { size: '', price: 24, weightKg: 2.6 }),
  material('Fellside', 'Mounting glue, 300 mL', 'glue', { size: '', price: 13.5, weightKg: 0.45 }),
  material('Fellside', 'Cable entry for pitched roofs', 'roof-entry', { size: 'pitched', price: 24, weightKg: 0.9 }),
  material('Fellside', 'Cable entry for decks, two glands', 'roof-entry', { size: 'deck', price: 14, weightKg: 0.15 }),
  material('Fellside', 'Bonding clip for frames', 'bonding-clip', { size: '', price: 0.9, weightKg: 0.01, packOf: 10 }),
]

const BOARD = [
  material('Wardwick', 'PV connector, a pair', 'connector', { size: '', price: 2.6, weightKg: 0.03 }),
  material('Wardwick', 'Enclosure, 4 modules', 'enclosure', { size: '', ways: 4, price: 11, weightKg: 0.4 }),
  material('Wardwick', 'Enclosure, 8 modules', 'enclosure', { size: '', ways: 8, price: 17, weightKg: 0.7 }),
  material('Wardwick', 'Enclosure, 12 modules', 'enclosure', { size: '', ways: 12, price: 24, weightKg: 1.1 }),
  material('Wardwick', 'Enclosure, 24 modules', 'enclosure', { size: '', ways: 24, price: 39, weightKg: 1.9 }),
  material('Wardwick', 'Fibre-cement board 1.2 × 0.8 m', 'backing', {
    size: 'heavy',
    areaM2: 0.96,
    price: 26,
    weightKg: 12,
  }),
  material('Wardwick', 'Aluminium-faced board 1.2 × 0.8 m', 'backing', {
    size: 'light',
    areaM2: 0.96,
    price: 48,
    weightKg: 3.9,
  }),
  material('Wardwick', 'Earth bar, 8 ways', 'earth-bar', { size: '', ways: 8, price: 9, weightKg: 0.2 }),
  material('Wardwick', 'Earth bar, 16 ways', 'earth-bar', { size: '', ways: 16, price: 16, weightKg: 0.4 }),
  material('Wardwick', 'Earth rod 1.5 m', 'earth-rod', { size: '', lengthM: 1.5, price: 19, weightKg: 2.1 }),
  material('Wardwick', 'Earth rod clamp', 'rod-clamp', { size: '', price: 4.5, weightKg: 0.15 }),
  material('Wardwick', 'Label sheet A4, 24 labels', 'label-sheet', { size: '', ways: 24, price: 1.2, weightKg: 0.02 }),
]

/** Small parts, invented. Prices in EUR, of one piece. */
export const MATERIALS: readonly Material[] = [
  ...LUGS,
  ...FERRULES,
  ...SLEEVES,
  ...GLANDS,
  ...CONDUITS,
  ...MOUNTING,
  ...BOARD,
]
