import PDFDocument from 'pdfkit'
import { pensOf } from '@lamina/core/derive'
import { sheetExtent } from '@lamina/core/library'
import { Project, sheetSet, type AnyRecord, type Id } from '@lamina/core/records'
import { sheetItems } from '@lamina/core/sheets'
import { POINTS_PER_MM, paintPdf } from './paint'

export interface PlotOrder {
  readonly records: readonly AnyRecord[]
  /** Ids in any order; null: the whole set. */
  readonly sheets: readonly Id[] | null
}

/** A sentence for the person who asked for the plot. */
export class NothingToPlot extends Error {}

/** The sheets as one PDF at true size: a page a sheet, in the order of the set, with a bookmark each. */
export async function plotSheets(order: PlotOrder): Promise<Uint8Array> {
  const project = new Project(order.records)
  const { sheets: wanted } = order
  const sheets = sheetSet(project).filter((sheet) => wanted === null || wanted.includes(sheet.id))
  if (sheets.length === 0) throw new NothingToPlot('There is no such sheet to plot.')
  const doc = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    pdfVersion: '1.7',
    lang: 'en',
    displayTitle: true,
    info: { Title: project.facts.name, Creator: 'Lamina', Producer: 'Lamina' },
  })
  const chunks: Buffer[] = []
  doc.on('data', (chunk: Buffer) => chunks.push(chunk))
  const done = new Promise<void>((resolve, reject) => {
    doc.on('end', resolve)
    doc.on('error', reject)
  })
  for (const sheet of sheets) {
    const { width, height } = sheetExtent(sheet)
    doc.addPage({ size: [width * POINTS_PER_MM, height * POINTS_PER_MM], margin: 0 })
    doc.outline.addItem(`${sheet.number} ${sheet.title}`)
    paintPdf(doc, sheetItems(project, sheet), height, pensOf(project))
  }
  doc.end()
  await done
  return Buffer.concat(chunks)
}
