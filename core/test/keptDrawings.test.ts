import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { lookThrough, sceneOf } from '../src/derive'
import { eachItem, type DisplayItem, type DisplayList } from '../src/display'
import { lensesOf } from '../src/library'
import { Project, isTied, sheetSet, type AnyRecord } from '../src/records'
import { sheetItems } from '../src/sheets'

/**
 * Projects as an earlier version stored them, and digests of what it drew of them: what was drawn right then is
 * drawn byte for byte the same now, but for the marks at what is tied to nothing, which are never printed.
 */
const read = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`./fixtures/${name}.json`, import.meta.url), 'utf8'))
const digests = read('lists') as Record<string, Record<string, string>>
/** What groups only hold together stands in their place, also within viewports. */
const opened = (list: DisplayList): DisplayItem[] =>
  [...eachItem(list)].map((item) => (item.kind === 'group' ? { ...item, items: opened(item.items) } : item))
const digest = (list: DisplayList, counts: (item: DisplayItem) => boolean = () => true): string =>
  createHash('sha256')
    .update(JSON.stringify(opened(list).filter(counts)))
    .digest('hex')
    .slice(0, 16)

describe.each(Object.keys(digests))('the kept project %s', (name) => {
  const stored = read(name) as AnyRecord[]
  const project = new Project()

  /** The marks at what is tied to nothing. */
  const isMark = (item: DisplayItem): boolean =>
    item.kind === 'segments' && item.pen === 'light' && isTied(project.get(item.source ?? ''))

  it('opens with its records as they were stored', () => {
    const change = { put: stored, drop: [] }
    project.check(change)
    project.apply(change)
    expect([...project.everything()]).toEqual(stored)
  })

  it('is drawn as it was, through every lens, at several scales, on the board and on its sheets', () => {
    const drawn: Record<string, string> = {}
    for (const drawing of project.all('drawing'))
      for (const lens of lensesOf(project))
        for (const scale of [20, 50, 100])
          for (const printing of [false, true])
            drawn[`${drawing.name} through ${lens.name} at 1:${scale}${printing ? ' printed' : ''}`] = digest(
              drawingList(sceneOf(project, drawing), lookThrough(lens, scale, { printing })),
              (item) => printing || !isMark(item),
            )
    for (const sheet of sheetSet(project)) drawn[`sheet ${sheet.number}`] = digest(sheetItems(project, sheet))
    expect(drawn).toEqual(digests[name])
  })
})
