import readExif from 'exif-reader'
import sharp from 'sharp'
import { ApiError } from '../http/errors.ts'

/** A photograph as it is kept. */
export interface Picture {
  readonly jpeg: Buffer
  readonly thumbnail: Buffer
  readonly widthPx: number
  readonly heightPx: number
  readonly hasPlace: boolean
}

/** Largest photograph that is taken: what the camera of a telephone makes. */
export const MOST_PICTURE_BYTES = 20 * 1024 * 1024
const MOST_PIXELS = 64_000_000
/** Longest side that is kept, px: a terminal's print can be read, and a hundred of them fit. */
const LONGEST_PX = 2048
const THUMBNAIL_PX = 360
const KNOWN = new Set(['jpeg', 'png', 'webp'])
const NOT_A_PICTURE =
  'This is not a photograph that can be kept: JPEG, PNG or WebP, up to 20 MB. A telephone that makes others has a setting for the most compatible.'

// On one core, and one photograph after another: what one takes of memory is bounded, and the server goes on answering.
sharp.concurrency(1)
sharp.cache(false)
let last: Promise<unknown> = Promise.resolve()

/**
 * Draws a photograph again, upright, at most LONGEST_PX a side. Its type is told by its content, never by its name; nothing
 * that was in the file beside its pixels is kept, but the place where that is asked for.
 * @throws {ApiError} FILE_INVALID
 */
export function pictureOf(file: Buffer, keepPlace: boolean): Promise<Picture> {
  const next = last.then(() => drawn(file, keepPlace))
  last = next.catch(() => undefined)
  return next
}

async function drawn(file: Buffer, keepPlace: boolean): Promise<Picture> {
  const options = { limitInputPixels: MOST_PIXELS, failOn: 'error', pages: 1 } as const
  try {
    const read = sharp(file, options)
    const { format, exif } = await read.metadata()
    if (!KNOWN.has(format ?? '')) throw new ApiError('FILE_INVALID', { message: NOT_A_PICTURE })
    const upright = sharp(file, options)
      .autoOrient()
      .resize(LONGEST_PX, LONGEST_PX, { fit: 'inside', withoutEnlargement: true })
    const place = keepPlace ? placeIn(exif) : null
    const placed = place ? upright.withExif({ IFD3: place }) : upright
    const { data: jpeg, info } = await placed.jpeg({ quality: 82 }).toBuffer({ resolveWithObject: true })
    const thumbnail = await sharp(jpeg, options)
      .resize(THUMBNAIL_PX, THUMBNAIL_PX, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 70 })
      .toBuffer()
    return { jpeg, thumbnail, widthPx: info.width, heightPx: info.height, hasPlace: place !== null }
  } catch (error) {
    if (error instanceof ApiError) throw error
    throw new ApiError('FILE_INVALID', { message: NOT_A_PICTURE })
  }
}

/** Where it was taken, as it is written into a picture; null where the file does not say. */
function placeIn(exif: Buffer | undefined): Record<string, string> | null {
  const gps = exif && readExif(exif).GPSInfo
  if (!gps?.GPSLatitude || !gps.GPSLongitude) return null
  return {
    GPSLatitudeRef: gps.GPSLatitudeRef === 'S' ? 'S' : 'N',
    GPSLatitude: degrees(gps.GPSLatitude),
    GPSLongitudeRef: gps.GPSLongitudeRef === 'W' ? 'W' : 'E',
    GPSLongitude: degrees(gps.GPSLongitude),
  }
}

/** Degrees, minutes and seconds as fractions. */
const degrees = (parts: readonly number[]): string =>
  [0, 1, 2].map((i) => `${Math.round((parts[i] ?? 0) * 10_000)}/10000`).join(' ')
