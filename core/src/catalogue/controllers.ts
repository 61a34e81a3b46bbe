import { outsideOf } from './outsides.ts'
import type { Controller } from './schema.ts'
import type { Outside, Supply } from './sheet-parts.ts'
import { suppliedBy } from './suppliers.ts'

type Added =
  | keyof Supply
  | keyof Outside
  | 'inputs'
  | 'maxPvPowerW'
  | 'terminalMaxMm2'
  | 'maxInputPowerW'
  | 'leastSetA'
  | 'runHeadroomV'
type ControllerSheet = Omit<Controller, 'kind' | 'id' | 'maker' | 'model' | Added> & Partial<Pick<Controller, Added>>

/** Array power as the sheets state it: three tenths over what the output can take. */
const pvPower = (voltages: readonly (12 | 24 | 48)[], ratedOutputA: number) =>
  voltages.map((batteryVoltageV) => ({
    batteryVoltageV,
    powerW: Math.round((ratedOutputA * batteryVoltageV * 1.3) / 10) * 10,
  }))

const controller = (id: string, model: string, figures: ControllerSheet): Controller => ({
  kind: 'controller',
  id,
  maker: 'Lanthorn',
  model,
  ...outsideOf(id),
  ...suppliedBy('Lanthorn'),
  inputs: 1,
  maxInputPowerW: null,
  runHeadroomV: null,
  // Tracking controllers can be set lower; a PWM one switches what the panels give.
  leastSetA: figures.technology === 'pwm' ? null : Math.max(1, Math.round(figures.ratedOutputA / 10)),
  maxPvPowerW: figures.technology === 'pwm' ? null : pvPower(figures.batteryVoltagesV, figures.ratedOutputA),
  terminalMaxMm2:
    figures.ratedOutputA <= 20
      ? 10
      : figures.ratedOutputA <= 40
        ? 16
        : figures.ratedOutputA <= 60
          ? 35
          : figures.ratedOutputA <= 100
            ? 70
            : 95,
  ...figures,
})

type ControllerRow = readonly [
  id: string,
  model: string,
  technology: Controller['technology'],
  batteryVoltagesV: (12 | 24 | 48)[],
  maxInputV: number,
  mpptMinV: number,
  maxInputA: number,
  ratedOutputA: number,
  efficiency: number,
  inputs: number,
  weightKg: number,
  price: number,
]
// biome-ignore format: one sheet a line
const CONTROLLER_ROWS: readonly ControllerRow[] = [
  ['lanthorn-p10', 'P10 PWM', 'pwm', [12], 28, 0, 10, 10, 0.99, 1, 0.2, 24],
  ['lanthorn-p40', 'P40 PWM', 'pwm', [12, 24, 48], 100, 0, 40, 40, 0.99, 1, 0.8, 88],
  ['lanthorn-m50-10', 'M50/10', 'mppt', [12], 50, 0, 12, 10, 0.96, 1, 0.4, 61],
  ['lanthorn-m75-10', 'M75/10', 'mppt', [12, 24], 75, 0, 13, 10, 0.96, 1, 0.5, 72],
  ['lanthorn-m100-20', 'M100/20', 'mppt', [12, 24, 48], 100, 0, 22, 20, 0.97, 1, 0.9, 139],
  ['lanthorn-m100-50', 'M100/50', 'mppt', [12, 24], 100, 0, 60, 50, 0.97, 1, 1.9, 259],
  ['lanthorn-m150-60', 'M150/60', 'mppt', [12, 24, 48], 150, 0, 55, 60, 0.975, 1, 3.0, 389],
  ['lanthorn-m150-100', 'M150/100', 'mppt', [12, 24, 48], 150, 0, 80, 100, 0.975, 1, 4.4, 668],
  ['lanthorn-m250-60', 'M250/60', 'mppt', [12, 24, 48], 250, 60, 50, 60, 0.98, 1, 3.1, 519],
  ['lanthorn-m250-85', 'M250/85', 'mppt', [12, 24, 48], 250, 60, 70, 85, 0.98, 1, 4.2, 672],
  ['lanthorn-m300-2x50', 'M300/2x50', 'mppt', [48], 300, 80, 40, 100, 0.98, 2, 6.2, 948],
  ['lanthorn-m450-100', 'M450/100', 'mppt', [48], 450, 80, 32, 100, 0.985, 4, 7.8, 1180],
  ['lanthorn-m450-200', 'M450/200', 'mppt', [48], 450, 80, 35, 200, 0.985, 4, 13.5, 1890],
]
const controllerFromRow = ([id, model, technology, voltages, maxInputV, ...rest]: ControllerRow): Controller => {
  const [mpptMinV, maxInputA, ratedOutputA, efficiency, inputs, weightKg, price] = rest
  return controller(id, model, {
    technology,
    batteryVoltagesV: voltages,
    maxInputV,
    mpptMinV,
    startHeadroomV: technology === 'pwm' ? 1 : 5,
    maxInputA,
    ratedOutputA,
    efficiency,
    inputs,
    weightKg,
    price,
  })
}

/** Invented charge controllers, real in kind. Prices in EUR. */
export const CONTROLLERS: readonly Controller[] = [
  controller('lanthorn-p20', 'P20 PWM', {
    technology: 'pwm',
    batteryVoltagesV: [12, 24],
    maxInputV: 55,
    mpptMinV: 0,
    startHeadroomV: 1,
    maxInputA: 20,
    ratedOutputA: 20,
    efficiency: 0.99,
    weightKg: 0.4,
    price: 44,
  }),
  controller('lanthorn-m75-15', 'M75/15', {
    technology: 'mppt',
    batteryVoltagesV: [12, 24],
    maxInputV: 75,
    mpptMinV: 0,
    startHeadroomV: 5,
    maxInputA: 15,
    ratedOutputA: 15,
    efficiency: 0.97,
    weightKg: 0.6,
    price: 82,
  }),
  controller('lanthorn-m100-30', 'M100/30', {
    technology: 'mppt',
    batteryVoltagesV: [12, 24],
    maxInputV: 100,
    mpptMinV: 0,
    startHeadroomV: 5,
    maxInputA: 35,
    ratedOutputA: 30,
    efficiency: 0.97,
    weightKg: 1.3,
    price: 164,
  }),
  controller('lanthorn-m150-45', 'M150/45', {
    technology: 'mppt',
    batteryVoltagesV: [12, 24, 48],
    maxInputV: 150,
    mpptMinV: 0,
    startHeadroomV: 5,
    maxInputA: 50,
    ratedOutputA: 45,
    efficiency: 0.975,
    weightKg: 2.6,
    price: 298,
  }),
  controller('lanthorn-m150-70', 'M150/70', {
    technology: 'mppt',
    batteryVoltagesV: [12, 24, 48],
    maxInputV: 150,
    mpptMinV: 0,
    startHeadroomV: 5,
    maxInputA: 60,
    ratedOutputA: 70,
    efficiency: 0.975,
    weightKg: 3.4,
    price: 432,
  }),
  controller('lanthorn-m250-100', 'M250/100', {
    technology: 'mppt',
    batteryVoltagesV: [12, 24, 48],
    maxInputV: 250,
    mpptMinV: 60,
    startHeadroomV: 5,
    maxInputA: 70,
    ratedOutputA: 100,
    efficiency: 0.98,
    weightKg: 4.5,
    price: 739,
  }),
  ...CONTROLLER_ROWS.map(controllerFromRow),
]
