import type pdfMake from 'pdfmake/build/pdfmake'

/** What the maker of PDFs reads: plain data, the same in a browser and on the server. */
export type PdfDefinition = Parameters<typeof pdfMake.createPdf>[0]
