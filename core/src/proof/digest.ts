/**
 * A short name for a text: the same text has the same one, and two texts hardly ever do. FNV-1a, 32 bits, from two
 * beginnings.
 * @example digestOf('{"a":1}') // sixteen hexadecimal digits
 */
export function digestOf(text: string): string {
  let [first, second] = [0x811c9dc5, 0x9747b28c]
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    first = Math.imul(first ^ code, 0x01000193)
    second = Math.imul(second ^ (code + i), 0x01000193)
  }
  return [first, second].map((half) => (half >>> 0).toString(16).padStart(8, '0')).join('')
}
