/** Bytes of the heads of a file of either kind, and of a line of their lists of tables. */
const WOFF = { head: 44, entry: 20 }
const SFNT = { head: 12, entry: 16 }
const SIGNATURE = 0x774f4646

/**
 * A typeface unpacked: what is handed over as WOFF comes back as the plain file it was made of, anything else as it came.
 * The maker of PDFs unpacks by itself, each time anew and several times as slowly. Source: W3C, WOFF File Format 1.0.
 */
export async function unpackedFont(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array<ArrayBuffer>> {
  const woff = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (woff.getUint32(0) !== SIGNATURE) return bytes
  const count = woff.getUint16(12)
  const tables = await Promise.all(
    Array.from({ length: count }, async (_, i) => {
      const at = WOFF.head + i * WOFF.entry
      const [offset, packed, length] = [woff.getUint32(at + 4), woff.getUint32(at + 8), woff.getUint32(at + 12)]
      const own = bytes.subarray(offset, offset + packed)
      return {
        tag: woff.getUint32(at),
        checksum: woff.getUint32(at + 16),
        data: packed < length ? await inflated(own) : own,
      }
    }),
  )
  const padded = (length: number) => (length + 3) & ~3
  const start = SFNT.head + count * SFNT.entry
  const sfnt = new Uint8Array(tables.reduce((sum, { data }) => sum + padded(data.length), start))
  const view = new DataView(sfnt.buffer)
  const power = 2 ** Math.floor(Math.log2(count))
  view.setUint32(0, woff.getUint32(4))
  view.setUint16(4, count)
  view.setUint16(6, power * 16)
  view.setUint16(8, Math.log2(power))
  view.setUint16(10, (count - power) * 16)
  let offset = start
  for (const [i, { tag, checksum, data }] of tables.entries()) {
    const at = SFNT.head + i * SFNT.entry
    view.setUint32(at, tag)
    view.setUint32(at + 4, checksum)
    view.setUint32(at + 8, offset)
    view.setUint32(at + 12, data.length)
    sfnt.set(data, offset)
    offset += padded(data.length)
  }
  return sfnt
}

async function inflated(packed: Uint8Array<ArrayBuffer>): Promise<Uint8Array<ArrayBuffer>> {
  const stream = new Blob([packed]).stream().pipeThrough(new DecompressionStream('deflate'))
  return new Uint8Array(await new Response(stream).arrayBuffer())
}
