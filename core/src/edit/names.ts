import { kindWord, type Id, type Project } from '../records'
import { EditRefused } from './refusal'

/** Kinds whose records are known by a name of their own. */
type Named =
  | 'layer'
  | 'level'
  | 'lineType'
  | 'wallType'
  | 'plateType'
  | 'material'
  | 'openingType'
  | 'lens'
  | 'schedule'
  | 'block'
  | 'keptDetail'
  | 'annotationStyle'
  | 'titleBlock'

/**
 * A typed name without the spaces around it; refused when it is empty or another of the kind has it.
 * @refuses taken, unnamed
 */
export function freeName(project: Project, kind: Named, name: string, own: Id | null): string {
  const plain = name.trim()
  if (!plain) throw new EditRefused('unnamed', `A ${kindWord(kind)} needs a name.`)
  const taken = project
    .all(kind)
    .some((each) => each.id !== own && each.name.toLowerCase() === plain.toLowerCase())
  if (taken) throw new EditRefused('taken', `There is a ${kindWord(kind)} “${plain}” already.`)
  return plain
}

/** A free name for a copy. */
export function copyName(project: Project, kind: Named, like: string): string {
  const names = new Set(project.all(kind).map((each) => each.name.toLowerCase()))
  let name = `${like} copy`
  for (let n = 2; names.has(name.toLowerCase()); n++) name = `${like} copy ${n}`
  return name
}
