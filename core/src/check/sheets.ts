import type { Project } from '../records'
import type { Matter, Stage } from './matter'

/** Open matters of the sheets. */
export function settleSheets(project: Project): Matter[] {
  const matters: Matter[] = []
  const numbers = new Map<string, number>()
  for (const sheet of project.all('sheet')) numbers.set(sheet.number, (numbers.get(sheet.number) ?? 0) + 1)
  for (const sheet of project.all('sheet')) {
    const add = (stage: Stage, key: string, text: string): void => {
      matters.push({
        id: `${sheet.id}-${key}`,
        stage,
        text,
        about: [sheet.id],
        drawing: null,
        sheet: sheet.id,
        at: null,
      })
    }
    if (numbers.get(sheet.number)! > 1) add('compose', 'number', `Two sheets are numbered ${sheet.number}.`)
    if (!project.dependents(sheet.id).length)
      add('compose', 'empty', `Sheet ${sheet.number} has no viewport yet.`)
    if (!sheet.date) add('issue', 'date', `Sheet ${sheet.number} has no date.`)
  }
  return matters
}
