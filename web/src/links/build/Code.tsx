import { create } from 'qrcode'
import { useMemo } from 'react'

/** A code that a telephone reads, as one path: sharp at any size. */
export function Code({ text }: { text: string }) {
  const { size, path } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' })
    let dark = ''
    for (let y = 0; y < modules.size; y++)
      for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) dark += `M${x} ${y}h1v1h-1z`
    return { size: modules.size, path: dark }
  }, [text])
  return (
    <svg className="label-code" viewBox={`-2 -2 ${size + 4} ${size + 4}`} role="img" aria-label={`Leads to ${text}`}>
      <path d={path} shapeRendering="crispEdges" />
    </svg>
  )
}
