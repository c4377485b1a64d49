import { bringingDerived, type Scene } from '../derive'
import { picturing, pictureOf } from '../annotate'
import { EditRefused, putPlaces } from '../edit'
import { Clashes, readingsOf, tidying, type Clash, type ReadAt } from '../neat'
import type { Drawing, Id, Project } from '../records'
import { picturingSheet, sheetPictureOf } from '../sheets'
import { atOnce } from '../steps'
import { scaleName } from '../units'
import type { Found } from './matter'
import { onSheetMatters } from './onSheet'

/** Looks for letters that overlap or are struck, in each of the ways a board is read; kept while it changes. */
export class LetterMatters {
  private readonly kept = new Map<string, Clashes>()

  private clashesFor(key: string): Clashes {
    let mine = this.kept.get(key)
    if (!mine) this.kept.set(key, (mine = new Clashes()))
    return mine
  }

  private forget(read: ReadonlySet<string>): void {
    for (const key of this.kept.keys()) if (!read.has(key)) this.kept.delete(key)
  }

  *steps(scene: Scene): Generator<void, readonly Found[]> {
    const { project, board } = scene
    if (board.kind === 'sheet') {
      yield* bringingDerived(scene, true)
      yield* picturingSheet(project, board)
      const clashes = yield* this.clashesFor('sheet').steps(sheetPictureOf(project, board))
      this.forget(new Set(['sheet']))
      const found = onSheetMatters(project, board)
      if (clashes.length > 0) found.push(told(project, clashes, 'sheet', 'compose', 'on the sheet itself'))
      return found
    }
    // What is said on a title block is told by the sheets that have it.
    if (board.kind === 'titleBlock') return []
    const found: Found[] = []
    const read = new Set<string>()
    for (const reading of readingsOf(project, board)) {
      const key = JSON.stringify(reading.look)
      read.add(key)
      if (reading.scene.view === 'derived') yield* bringingDerived(reading.scene, true)
      yield* picturing(reading.scene, reading.look)
      const clashes = yield* this.clashesFor(key).steps(pictureOf(reading.scene, reading.look))
      if (clashes.length > 0) found.push(matter(project, board, reading, clashes))
    }
    this.forget(read)
    return found
  }
}

function told(
  project: Project,
  clashes: readonly Clash[],
  key: string,
  stage: Found['stage'],
  where: string,
): Found {
  const ids = [...new Set(clashes.flatMap(({ id, other }) => [id, other]))].filter(
    (id): id is Id => id !== null && project.get(id) !== undefined,
  )
  const { length } = clashes
  return {
    stage,
    key: `letters ${key}`,
    text: `${length === 1 ? '1 lettering overlaps or is struck' : `${length} letterings overlap or are struck`} ${where}.`,
    about: ids,
    at: clashes[0]!.at,
  }
}

function matter(project: Project, drawing: Drawing, { look }: ReadAt, clashes: readonly Clash[]): Found {
  const { system } = project.facts.units
  const key = JSON.stringify(look)
  return {
    ...told(project, clashes, key, 'annotate', `at ${scaleName(look.scale, system)}`),
    mend(now) {
      const fresh = readingsOf(now, now.need('drawing', drawing.id)).find(
        (each) => JSON.stringify(each.look) === key,
      )
      const moves = fresh ? atOnce(tidying(fresh.scene, fresh.look, null, fresh.alone)).moves : []
      if (moves.length === 0)
        throw new EditRefused('nothing', 'Nothing of this is cleared by moving annotation. Move it by hand.')
      return putPlaces(now, moves)
    },
  }
}
