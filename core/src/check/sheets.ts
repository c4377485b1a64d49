import type { Drawing, Project } from '../records'
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
  for (const drawing of project.all('drawing')) {
    if (
      !isMarked(drawing) ||
      project.dependents(drawing.id).some((id) => project.get(id)?.kind === 'viewport')
    )
      continue
    matters.push({
      id: `${drawing.id}-on-no-sheet`,
      stage: 'compose',
      text: `“${drawing.name}” lies on no sheet yet, so its mark has no sheet number.`,
      about: [drawing.id],
      drawing: drawing.id,
      sheet: null,
      at: null,
    })
  }
  return matters
}

/** Whether a drawing has a mark that tells the sheet it lies on. */
function isMarked(drawing: Drawing): boolean {
  switch (drawing.view) {
    case 'section':
    case 'elevation':
    case 'interior':
      return true
    case 'detail':
      return drawing.of !== undefined
    case 'plan':
    case 'cutaway':
    case 'block':
      return false
  }
}
