/** The bytes of a WebAssembly module: WebAssembly Core Specification 2.0, chapter 5. */

/** An unsigned number in groups of seven bits. */
export function unsigned(value: number): number[] {
  const bytes: number[] = []
  let left = value
  do {
    const byte = left & 0x7f
    left >>>= 7
    bytes.push(left > 0 ? byte | 0x80 : byte)
  } while (left > 0)
  return bytes
}

/** A signed number in groups of seven bits. */
export function signed(value: number): number[] {
  const bytes: number[] = []
  let left = value
  for (;;) {
    const byte = left & 0x7f
    left >>= 7
    const isLast = (left === 0 && (byte & 0x40) === 0) || (left === -1 && (byte & 0x40) !== 0)
    bytes.push(isLast ? byte : byte | 0x80)
    if (isLast) return bytes
  }
}

const vector = (items: readonly (readonly number[])[]): number[] => [...unsigned(items.length), ...items.flat()]
const text = (name: string): number[] => vector([...name].map((letter) => [letter.charCodeAt(0)]))
const section = (id: number, content: readonly number[]): number[] => [id, ...unsigned(content.length), ...content]

export const TYPE = { i32: 0x7f, v128: 0x7b } as const
export type WasmType = keyof typeof TYPE

/** A module of one exported function on one imported memory. */
export function moduleOf(parameterCount: number, locals: readonly WasmType[], code: readonly number[]): Uint8Array {
  const body = [...vector(locals.map((type) => [1, TYPE[type]])), ...code, 0x0b]
  return Uint8Array.from([
    ...[0x00, 0x61, 0x73, 0x6d, 0x01, 0x00, 0x00, 0x00],
    ...section(1, vector([[0x60, ...vector(Array.from({ length: parameterCount }, () => [TYPE.i32])), 0x00]])),
    ...section(2, vector([[...text('lanes'), ...text('memory'), 0x02, 0x00, 0x01]])),
    ...section(3, vector([[0x00]])),
    ...section(7, vector([[...text('run'), 0x00, 0x00]])),
    ...section(10, vector([[...unsigned(body.length), ...body]])),
  ])
}
