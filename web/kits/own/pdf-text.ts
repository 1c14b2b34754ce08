/** What a PDF has: its text line by line, and where it has none a picture of each page. */
export interface PdfRead {
  text: string
  pictures: string[]
}
const MOST_PAGES = 12
const PAGE_WIDTH = 900

/**
 * Reads a PDF in this browser.
 * @throws Error where it is none, or locked
 */
export async function readPdf(file: File): Promise<PdfRead> {
  const { extractText, getDocumentProxy } = await import('unpdf')
  const pdf = await getDocumentProxy(new Uint8Array(await file.arrayBuffer()))
  const { text } = await extractText(pdf, { mergePages: false })
  const whole = text.join('\n').trim()
  if (whole) return { text: whole, pictures: [] }
  const pictures: string[] = []
  for (let n = 1; n <= Math.min(pdf.numPages, MOST_PAGES); n++) {
    const page = await pdf.getPage(n)
    const viewport = page.getViewport({ scale: PAGE_WIDTH / page.getViewport({ scale: 1 }).width })
    const canvas = document.createElement('canvas')
    canvas.width = viewport.width
    canvas.height = viewport.height
    await page.render({ canvasContext: canvas.getContext('2d')!, viewport, canvas }).promise
    pictures.push(canvas.toDataURL('image/jpeg', 0.8))
  }
  return { text: '', pictures }
}
