import { Lanes, type Manner, type Wasm, wasmHere } from './kernel/lanes.ts'
import { LANES } from './kernel/words.ts'
import { type Beside, OneByOne } from './one-by-one.ts'

/**
 * Years side by side, in a memory of their own; by the loop itself where no kernel can be had.
 * @param groups of years there is to be room for
 * @param wasm WebAssembly, where it is there
 */
export function besideOf(manner: Manner, groups = 1, wasm: Wasm | null = wasmHere()): Beside {
  if (!wasm) return new OneByOne(LANES[manner.shape])
  try {
    return new Lanes(wasm, manner, groups)
  } catch {
    return new OneByOne(LANES[manner.shape])
  }
}
