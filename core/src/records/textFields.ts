/** Facts that a text may tell: of the project, its drawing, the sheet that lies on, the room and the thing it speaks of. */
export const TEXT_FIELDS = [
  'project',
  'project number',
  'client',
  'drawing',
  'scale',
  'level',
  'level height',
  'sheet',
  'sheet title',
  'revision',
  'date',
  'drawn',
  'checked',
  'scales',
  'sheet size',
  'sheet place',
  'sheet count',
  'room',
  'room number',
  'area',
  'name',
  'type',
  'mark',
  'thickness',
  'width',
  'height',
  'size',
  'spacing',
  'material',
] as const
export type TextField = (typeof TEXT_FIELDS)[number]

/** A brace that stands for itself, or a field. */
const FIELD = /\{\{|\{([^{}\n]*)\}/g

const isField = (name: string): name is TextField => (TEXT_FIELDS as readonly string[]).includes(name)

/** Whether a text may have fields. */
export const hasFields = (text: string): boolean => text.includes('{')

/** The first field of a text that there is none of; null: all are known. */
export function unknownField(text: string): string | null {
  for (const [, name] of text.matchAll(FIELD)) if (name !== undefined && !isField(name.trim())) return name
  return null
}

/** A text with its fields told. What is no field stays as it is typed. */
export const withFields = (text: string, tell: (field: TextField) => string): string =>
  text.replace(FIELD, (typed: string, name: string | undefined) => {
    if (name === undefined) return '{'
    const field = name.trim()
    return isField(field) ? tell(field) : typed
  })
