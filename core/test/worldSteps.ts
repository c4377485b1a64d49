import fc from 'fast-check'
import { anyName, anyNumber, type Values } from './world'
import { EDIT_NAMES, type EditName } from './worldEdits'

export const anyValues: fc.Arbitrary<Values> = fc.record({
  a: anyNumber,
  b: anyNumber,
  c: anyNumber,
  d: anyNumber,
  pick: fc.nat(50),
  name: anyName,
})
/** What is drawn on comes more often than the rest, so that there is something to edit. */
const OFTEN: readonly EditName[] = [
  'addWalls',
  'addWalls',
  'addWalls',
  'addWalls',
  'addOpening',
  'addOpening',
  'addOpening',
  'addLinework',
  'addLinework',
  'addSlab',
  'addColumn',
  'placeBlock',
  'addDimensions',
  'addDimensions',
  'addDimensions',
  'addLeader',
  'addLeader',
  'addLevelMark',
]
/** Any edit with any values. */
export const anyStep = fc.record({
  what: fc.oneof(
    { weight: 1, arbitrary: fc.constantFrom(...OFTEN) },
    { weight: 3, arbitrary: fc.constantFrom(...EDIT_NAMES) },
  ),
  values: anyValues,
})

/** Moves smaller than corners are told apart are drawn either way. */
export const tame = (values: Values): Values =>
  Object.fromEntries(
    Object.entries(values).map(([key, value]) => [
      key,
      typeof value === 'number' && Math.abs(value) < 0.1 ? 0 : value,
    ]),
  ) as unknown as Values
