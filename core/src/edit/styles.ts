import { STANDARD_STYLE } from '../library'
import type {
  AnnotationStyle,
  AnyRecord,
  Change,
  Drawing,
  Id,
  PenRecord,
  PenRole,
  Project,
  TiedKind,
} from '../records'
import { copyName, freeName } from './names'
import { Outcome, refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { refuseUnlettered } from './words'

/**
 * Width and tone of the pen of a role; everything drawn in it changes.
 * @refuses bad-value, nonsense
 */
export function changePen(
  project: Project,
  role: PenRole,
  facts: Partial<Pick<PenRecord, 'widthMm' | 'tone'>>,
): Change {
  const pen = project.all('pen').find((each) => each.role === role)
  if (!pen) throw new EditRefused('bad-value', 'There is no such pen.')
  const { widthMm = pen.widthMm, tone = pen.tone } = facts
  if (!(widthMm >= 0.05 && widthMm <= 2)) throw new EditRefused('bad-value', 'A pen is 0.05 to 2 mm wide.')
  if (!(tone >= 0 && tone <= 0.9))
    throw new EditRefused('bad-value', 'A tone runs from 0, ink, to 0.9, nearly paper.')
  return storing(project, { ...pen, widthMm, tone })
}

/**
 * A new annotation style like another, under a free name.
 * @refuses in-the-way, nonsense
 */
export function copyStyle(project: Project, from: Id, makeId: MakeId): { change: Change; style: Id } {
  const model = project.need('annotationStyle', from)
  const style = { ...model, id: makeId(), name: copyName(project, 'annotationStyle', model.name) }
  return { change: storing(project, style), style: style.id }
}

/**
 * Facts of an annotation style; all dimensions and leaders in it change. What is given as undefined is left out from now on.
 * @refuses bad-value, nonsense, taken, unnamed
 */
export function setStyle(
  project: Project,
  id: Id,
  facts: { readonly [F in Exclude<keyof AnnotationStyle, 'id' | 'kind'>]?: AnnotationStyle[F] | undefined },
): Change {
  const style = project.need('annotationStyle', id)
  const name = facts.name === undefined ? style.name : freeName(project, 'annotationStyle', facts.name, id)
  refuseUnlettered(`${facts.before ?? ''}${facts.after ?? ''}`)
  const made = Object.entries({ ...style, ...facts, name }).filter(([, value]) => value !== undefined)
  return storing(project, Object.fromEntries(made) as unknown as AnnotationStyle)
}

/**
 * All annotation of a kind in a drawing in one style, which its new annotation takes too.
 * @refuses gone, locked, nonsense
 */
export function styleAll(project: Project, kind: TiedKind, drawing: Id, style: Id): Change {
  const board = project.need('drawing', drawing)
  const all = project.dependents(drawing).flatMap((id): AnyRecord[] => {
    const record = project.find(kind, id)
    return record && record.drawing === drawing && record.style !== style ? [{ ...record, style }] : []
  })
  refuseLocked(
    project,
    all.map(({ id }) => id),
  )
  return storing(project, ...all, ...(board.style === style ? [] : [{ ...board, style }]))
}

/**
 * Removes an annotation style that nothing is drawn in. The one everything starts with stays; drawings that took it for what
 * is new take that.
 * @refuses in-the-way, in-use, nonsense, shipped
 */
export function removeStyle(project: Project, id: Id): Change {
  const style = project.need('annotationStyle', id)
  if (id === STANDARD_STYLE.id)
    throw new EditRefused('shipped', `“${style.name}” stays: what has no style of its own is drawn in it.`)
  const dependents = project.dependents(id)
  const drawings = dependents.flatMap((each) => project.find('drawing', each) ?? [])
  const used = dependents.length - drawings.length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `${used} dimension${used > 1 ? 's or leaders are' : ' or leader is'} drawn in “${style.name}”. Give ${used > 1 ? 'them' : 'it'} another style first.`,
    )
  return new Outcome(project)
    .put(
      ...drawings.map((drawing) => {
        const { style: _, ...rest } = drawing
        return rest as Drawing
      }),
    )
    .drop(id)
    .change()
}
