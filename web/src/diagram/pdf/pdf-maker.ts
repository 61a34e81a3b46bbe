import { useEffect } from 'react'

/** What makes a PDF is large: it is fetched once, with its typeface, before or when it is needed. */
export async function pdfMaker() {
  const [{ makePdf, fetchTypeface }, { drawingPdf, drawingSvg, reportPdf }] = await Promise.all([
    import('./make-pdf.ts'),
    import('@yard-lamp/paper/pdf'),
  ])
  return { makePdf, fetchTypeface, drawingPdf, drawingSvg, reportPdf }
}

/** Time a page is given to stand before what makes its PDF is fetched, ms. */
const SOON_MS = 2000

/** Fetches what makes PDFs while nothing else is done: a file is asked for seldom in a page's first seconds, and made without a server. */
export function usePdfMakerSoon(): void {
  useEffect(() => {
    // Where it cannot be had now, it is asked for again with the first file, and that says so.
    const timer = setTimeout(
      () =>
        void pdfMaker()
          .then(({ fetchTypeface }) => fetchTypeface())
          .catch(() => {}),
      SOON_MS,
    )
    return () => clearTimeout(timer)
  }, [])
}
