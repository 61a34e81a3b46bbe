import { Button } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconFileInvoice, IconFileSpreadsheet, IconFileTypeCsv, IconTruckDelivery } from '@tabler/icons-react'
import { type Book, ordersBook, partsBook } from '@yard-lamp/core/report'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { fileName, saveFile } from '../../files/save-file.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** The list as files: a workbook whose sums are formulas, plain rows, an order for each supplier; and the quote made from it. */
export function TakeOut() {
  const { id = '' } = useParams()
  const design = useAppSelector(selectDesign)
  const [making, setMaking] = useState('')
  /** What writes files is fetched with its first use. */
  const take = async (what: string, book: Book, write: (book: Book) => Promise<Blob>, ending: string) => {
    setMaking(what)
    try {
      saveFile(await write(book), fileName(book.title, ending))
    } catch (fault) {
      notifications.show({
        color: 'red',
        title: 'No file was made',
        message: fault instanceof Error ? fault.message : String(fault),
      })
    } finally {
      setMaking('')
    }
  }
  const asBook = async (book: Book) => (await import('../../files/book-file.ts')).bookFile(book)
  const asCsv = async ({ sheets }: Book) => {
    const [first] = sheets
    if (!first) throw new Error('There is nothing in the list.')
    return (await import('../../files/book-file.ts')).sheetCsv(first)
  }
  return (
    <div className="parts-files">
      <Button
        variant="default"
        leftSection={<IconFileSpreadsheet size={16} />}
        loading={making === 'book'}
        onClick={() => void take('book', partsBook(design), asBook, 'xlsx')}
      >
        Workbook
      </Button>
      <Button
        variant="default"
        leftSection={<IconFileTypeCsv size={16} />}
        loading={making === 'csv'}
        onClick={() => void take('csv', partsBook(design), asCsv, 'csv')}
      >
        CSV
      </Button>
      <Button
        variant="default"
        leftSection={<IconTruckDelivery size={16} />}
        loading={making === 'orders'}
        onClick={() => void take('orders', ordersBook(design), asBook, 'xlsx')}
      >
        Orders by supplier
      </Button>
      <Button component={Link} to={`/jobs/${id}/quote`} leftSection={<IconFileInvoice size={16} />}>
        The quote
      </Button>
    </div>
  )
}
