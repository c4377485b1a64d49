import { FACE_TABLES } from './faces.generated'

/** A shipped face: its lettering (the plain one is not named), its weight and the part of the alphabet it holds. */
export type FaceName = (typeof FACE_TABLES)[number]['name']

/** Letters of one face, set from `dx` on along the text's line. */
export interface TextRun {
  readonly face: FaceName
  readonly text: string
  readonly dx: number
  /** Its size and how far it lies over the base line, as parts of the text's size; left out: 1 and 0. */
  readonly by?: number
  readonly up?: number
}

export type Weight = 400 | 500
/** The shipped letterings: plain, as if by hand, and narrow. */
export const LETTERINGS = ['plain', 'hand', 'narrow'] as const
export type Lettering = (typeof LETTERINGS)[number]

/** One face: a font file for a part of the alphabet. */
export interface Face {
  readonly name: FaceName
  readonly lettering: Lettering | 'signs'
  readonly weight: Weight
  readonly widths: ReadonlyMap<number, number>
  readonly unitsPerEm: number
  /** Height of a capital letter as a part of the em. */
  readonly capital: number
}

/** All faces, with the package and the file that each is shipped in. */
export const FACES = FACE_TABLES.map(({ name, font, subset, weight, lettering }) => ({
  name,
  font,
  subset,
  weight,
  lettering,
}))

const ALL: readonly Face[] = FACE_TABLES.map((table) => ({
  name: table.name,
  lettering: table.lettering,
  weight: table.weight,
  unitsPerEm: table.unitsPerEm,
  capital: table.capHeight / table.unitsPerEm,
  widths: new Map(
    table.widths.split(' ').map((entry) => {
      const [code, width] = entry.split(':')
      return [parseInt(code!, 36), Number(width)] as const
    }),
  ),
}))

/** The faces of a lettering in a weight, its own first, then signs, then what stands in for letters it lacks. */
function facesOf(lettering: Lettering, weight: Weight): readonly Face[] {
  const of = (which: Face['lettering']): Face[] => {
    const all = ALL.filter((face) => face.lettering === which)
    const mine = all.filter((face) => face.weight === weight)
    return mine.length > 0 ? mine : all
  }
  const others = (['narrow', 'plain'] as const).filter((other) => other !== lettering)
  return [lettering, 'signs' as const, ...others].flatMap(of)
}
/** Faces by lettering and weight, in the order they are asked for a letter. */
const ORDER = new Map(
  LETTERINGS.flatMap((lettering) =>
    ([400, 500] as const).map((weight) => [`${lettering} ${weight}`, facesOf(lettering, weight)] as const),
  ),
)

const BY_NAME: ReadonlyMap<FaceName, Face> = new Map(ALL.map((face) => [face.name, face]))

/** Height of a capital letter of the plain lettering as a part of the em. */
export const CAPITAL = FACE_TABLES[0].capHeight / FACE_TABLES[0].unitsPerEm

/** The same of the first face of a text. */
export const capitalOf = ({ runs: [first] }: { readonly runs: readonly TextRun[] }): number =>
  (first && BY_NAME.get(first.face)?.capital) ?? CAPITAL

export const mainCapital = (lettering: Lettering): number => facesFor(lettering, 400)[0]!.capital

/** The faces of a lettering in a weight, in the order they are asked for a letter. */
export const facesFor = (lettering: Lettering, weight: Weight): readonly Face[] =>
  ORDER.get(`${lettering} ${weight}`)!

/** The face of signs. */
export const SIGNS: Face = ALL.find((face) => face.lettering === 'signs')!
