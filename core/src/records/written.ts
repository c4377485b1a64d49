import type { Figure } from './annotation'
import { forUnplaced } from './kinds'
import type { AnyRecord, RecordKind, RecordOf } from './schema'

/** One of the texts of a record. */
export interface Written {
  /** Which of its texts it is. */
  readonly key: string
  readonly text: string
}

/** The texts that records of a kind have, and a record with others in their place; null: what it says is told of it. */
interface Writing<R> {
  of(record: R): readonly Written[]
  put(record: R, key: string, text: string): R
}

const TEXT = <R extends { readonly text: string }>(): Writing<R> => ({
  of: ({ text }) => [{ key: 'text', text }],
  put: (record, _key, text) => ({ ...record, text }),
})

const PARTS_OF_FIGURE = ['instead', 'before', 'after', 'beneath'] as const
type PartOfFigure = (typeof PARTS_OF_FIGURE)[number]

const ofFigure = (
  figure: Readonly<Partial<Record<PartOfFigure, string | undefined>>>,
  prefix: string,
): Written[] =>
  PARTS_OF_FIGURE.flatMap((part): Written[] => {
    const text = figure[part]
    return text === undefined ? [] : [{ key: `${prefix}${part}`, text }]
  })

const DIMENSION: Writing<RecordOf<'dimension'>> = {
  of: ({ figures = [] }) => figures.flatMap((figure, i) => ofFigure(figure, `${i} `)),
  put(dimension, key, text) {
    const [index, part] = key.split(' ')
    return {
      ...dimension,
      figures: dimension.figures!.map((figure, i): Figure =>
        i === Number(index) ? { ...figure, [part!]: text } : figure,
      ),
    }
  },
}

const ROUND: Writing<RecordOf<'roundDimension'>> = {
  of: ({ figure = {} }) => ofFigure(figure, ''),
  put: (round, key, text) => ({ ...round, figure: { ...round.figure, [key]: text } }),
}

/** What stands before the name of a field of a block. */
const VALUE = 'value '

const valuesOf = (values: Readonly<Record<string, string>> = {}): Written[] =>
  Object.entries(values).map(([name, text]) => ({ key: VALUE + name, text }))

const SYMBOL: Writing<RecordOf<'symbol'>> = {
  of({ text, beneath, weld, values }) {
    const said = { text, beneath, tail: weld?.tail }
    return [
      ...Object.entries(said).flatMap(([key, words]) => (words === undefined ? [] : [{ key, text: words }])),
      ...valuesOf(values),
    ]
  },
  put(symbol, key, text) {
    if (key === 'tail') return { ...symbol, weld: { ...symbol.weld!, tail: text } }
    return key.startsWith(VALUE)
      ? { ...symbol, values: { ...symbol.values, [key.slice(VALUE.length)]: text } }
      : { ...symbol, [key]: text }
  },
}

const WRITING: { readonly [K in RecordKind]: Writing<RecordOf<K>> | null } = {
  ...forUnplaced(null),
  note: TEXT(),
  leader: TEXT(),
  dimension: DIMENSION,
  roundDimension: ROUND,
  levelMark: {
    of: ({ name }) => (name === undefined ? [] : [{ key: 'name', text: name }]),
    put: (mark, _key, name) => ({ ...mark, name }),
  },
  symbol: SYMBOL,
  placement: {
    of: ({ values }) => valuesOf(values),
    put: (placement, key, text) => ({
      ...placement,
      values: { ...placement.values, [key.slice(VALUE.length)]: text },
    }),
  },
  // Names are found by asking for them.
  wall: null,
  opening: null,
  column: null,
  room: null,
  separator: null,
  stair: null,
  ramp: null,
  rail: null,
  slab: null,
  void: null,
  roof: null,
  dormer: null,
  overhead: null,
  framing: null,
  linework: null,
  hatch: null,
  gridLine: null,
  guide: null,
  drawing: null,
  viewport: null,
}

const writingOf = <R extends AnyRecord>({ kind }: R): Writing<R> | null =>
  WRITING[kind] as unknown as Writing<R> | null

/** The kinds that have texts of their own. */
export const WRITTEN_KINDS: readonly RecordKind[] = (Object.keys(WRITING) as RecordKind[]).filter(
  (kind) => WRITING[kind] !== null,
)

/** The texts of a record that somebody typed. */
export const writtenIn = (record: AnyRecord): readonly Written[] => writingOf(record)?.of(record) ?? []

/** A record with another text in the place of one it has. */
export const rewritten = <R extends AnyRecord>(record: R, key: string, text: string): R =>
  writingOf(record)!.put(record, key, text)
