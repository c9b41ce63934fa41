/** Sets a book as PDF in a thread of its own: it takes seconds, in which nobody else waits. */
import { parentPort, workerData } from 'node:worker_threads'
import { createRequire } from 'node:module'
import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js'
import type { PdfAsked } from './pdf.ts'

const { title, subtitle, columns, groups, law } = workerData as PdfAsked
const fonts = createRequire(import.meta.url)('pdfmake/fonts/Roboto.js') as { Roboto: Record<string, string> }
pdfmake.setFonts(fonts)
// Nothing is fetched: everything that is set is text.
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path) => Object.values(fonts.Roboto).includes(path))

const head = columns.map(([text]) => ({ text, bold: true }))
const group = ({ name, rows }: PdfAsked['groups'][number]): Content[] => [
  { text: name, style: 'yard', headlineLevel: 1 },
  rows.length === 0
    ? { text: 'Nothing.', color: '#555555' }
    : {
        table: { headerRows: 1, dontBreakRows: true, widths: columns.map(([, width]) => width), body: [head, ...rows.map((row) => [...row])] },
        layout: 'lightHorizontalLines',
      },
]
const definition: TDocumentDefinitions = {
  pageSize: 'A4',
  pageOrientation: 'landscape',
  pageMargins: [34, 44, 34, 40],
  info: { title: `${title}, ${subtitle}` },
  defaultStyle: { font: 'Roboto', fontSize: 8.2, lineHeight: 1.12 },
  styles: { title: { fontSize: 17, bold: true }, yard: { fontSize: 11.5, bold: true, margin: [0, 12, 0, 4] } },
  header: (page) => (page === 1 ? null : { text: `${title}, ${subtitle}`, margin: [34, 20, 34, 0], color: '#555555' }),
  footer: (page, pages) => ({
    columns: [
      { text: law, width: '*' },
      { text: `${page} of ${pages}`, width: 60, alignment: 'right' },
    ],
    margin: [34, 8, 34, 0],
    color: '#555555',
  }),
  content: [{ text: title, style: 'title' }, { text: subtitle, margin: [0, 2, 0, 4] }, ...groups.flatMap(group)],
  // The name of a yard never stands alone at the foot of a page.
  pageBreakBefore: (node, { getFollowingNodesOnPage }) => node.headlineLevel === 1 && getFollowingNodesOnPage().length === 0,
}
pdfmake.setProgressCallback((share) => parentPort?.postMessage({ share }))
void pdfmake
  .createPdf(definition)
  .getBuffer()
  .then((pdf) => parentPort?.postMessage({ pdf }))
